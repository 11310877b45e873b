/** A system's figures from its form: numbers in the user's measures, waits in minutes, hours or days. */
import { STAGES, type System } from '$core/coating/system';
import { celsiusOf, UM_PER_MIL, type Measures } from '$core/units/measures';
import { readNumber } from '$core/units/read-number';
import { readWait } from '$core/units/wait';
import type { SystemChanges } from './systems';

const number = (form: FormData, name: string): number => readNumber(String(form.get(name) ?? '')) ?? NaN;

/** Reads the changes of a system, unchecked. */
export function systemFromForm(system: System, form: FormData, measures: Measures): SystemChanges {
  const us = measures === 'us';
  const warm = (value: number): number => (us ? celsiusOf(value) : value);
  const wait = (name: string): number | null => {
    const text = String(form.get(name) ?? '').trim();
    return text === '' ? null : readWait(text);
  };
  const text = (name: string): string => String(form.get(name) ?? '');
  const optional = (name: string): number | null => {
    const value = number(form, name);
    return Number.isNaN(value) ? null : value;
  };
  const layer = (which: string) => ({
    order: number(form, `layer.${which}.order`),
    back: number(form, `layer.${which}.back`),
    front: number(form, `layer.${which}.front`),
    sandFirst: optional(`layer.${which}.sandFirst`),
    sandBetween: optional(`layer.${which}.sandBetween`),
  });
  return {
    name: String(form.get('name') ?? ''),
    products: system.products.map(({ key }) => {
      const of = (field: string): string => `${key}.${field}`;
      return {
        key,
        name: String(form.get(of('name')) ?? ''),
        solids: number(form, of('solids')),
        dryFilm: number(form, of('dryFilm')) * (us ? UM_PER_MIL : 1),
        density: number(form, of('density')),
        stages: Object.fromEntries(STAGES.map((stage) => [stage, wait(of(stage))])),
        phases: Object.fromEntries(
          STAGES.map((stage) => [stage, String(form.get(of(`${stage}.phases`)) ?? '')]),
        ),
        recoatBy: wait(of('recoatBy')),
        minC: warm(number(form, of('minC'))),
        maxC: warm(number(form, of('maxC'))),
        maxHumidity: number(form, of('maxHumidity')),
        dewMarginK: number(form, of('dewMarginK')) / (us ? 1.8 : 1),
        potLife: wait(of('potLife')),
        induction: wait(of('induction')),
        thinner: optional(of('thinner')),
        parts: form.has(of('a'))
          ? ({
              a: number(form, of('a')),
              b: number(form, of('b')),
              by: text(of('by')),
              thinnerOf: text(of('thinnerOf')),
            } as SystemChanges['products'][number]['parts'])
          : null,
        basis: String(form.get(of('basis')) ?? 'data sheet') as SystemChanges['products'][number]['basis'],
      };
    }),
    tool: text('tool') as SystemChanges['tool'],
    added: form.getAll('added').map(String).filter(Boolean),
    layers: system.layers.map((_, i) => ({
      ...layer(String(i)),
      keep: form.get(`layer.${i}.keep`) === 'yes',
    })),
    newLayer: text('layer.new.product')
      ? {
          ...layer('new'),
          product: text('layer.new.product'),
          name: text('layer.new.name'),
          why: text('layer.new.why'),
        }
      : null,
    prep: system.prep.map(({ key }) => ({
      key,
      keep: form.get(`prep.${key}.keep`) === 'yes',
      minutes: number(form, `prep.${key}.minutes`),
      dry: wait(`prep.${key}.dry`) ?? 0,
    })),
  };
}
