import { beforeEach, describe, expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import { SHELLAC_URETHANE, SYSTEMS } from '$core/coating/systems/index';
import { writePhases } from '$core/drying/phase-words';
import { phasesOf } from '$core/coating/film-stage';
import { STAGES, type System } from '$core/coating/system';
import { writeWait } from '$core/units/wait';
import type { Db } from '../../db/open';
import { choosePlan } from '../plan/choose-plan';
import { openJob } from '../job/open-job';
import { choiceFromForm } from '../plan/plan-form';
import { answerQuestions, proposeFor } from '../plan/propose';
import { saveSurvey } from '../survey/save-survey';
import { systemFromForm } from './system-form';
import { allProducts, allSystems, changeSystem, resetSystem, systemCalled } from './systems';

const NOW = Date.UTC(2026, 2, 9, 12);
let db: Db;
let job: string;
let worker: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase({ houseYear: 1994, zone: 'America/Halifax' }, NOW));
});

/** The form of a system as the page fills it. */
function filled(system: System, us = false): FormData {
  const form = new FormData();
  form.set('name', system.name);
  for (const p of system.products) {
    const set = (field: string, value: string | number) => form.set(`${p.key}.${field}`, String(value));
    set('name', p.name);
    set('solids', p.solids.value * 100);
    set('dryFilm', us ? p.dryFilm.value / 25.4 : p.dryFilm.value);
    set('density', p.density.value);
    set('minC', us ? p.limits.minC * 1.8 + 32 : p.limits.minC);
    set('maxC', us ? p.limits.maxC * 1.8 + 32 : p.limits.maxC);
    set('maxHumidity', p.limits.maxHumidity * 100);
    set('dewMarginK', us ? p.limits.dewMarginK * 1.8 : p.limits.dewMarginK);
    set('basis', 'data sheet');
    for (const stage of STAGES) {
      const figure = p.stages[stage];
      if (!figure) continue;
      set(stage, writeWait(figure.value));
      set(`${stage}.phases`, writePhases(phasesOf(p, stage)));
    }
    if (p.mix) {
      for (const field of ['a', 'b', 'by', 'thinnerOf'] as const) set(field, p.mix[field]);
      set('thinner', p.mix.thinner * 100);
      set('induction', writeWait(p.mix.induction.value));
      set('potLife', writeWait(p.mix.potLife.value));
    }
  }
  form.set('tool', system.tool);
  system.layers.forEach((l, i) => {
    form.set(`layer.${i}.order`, String(i + 1));
    form.set(`layer.${i}.keep`, 'yes');
    form.set(`layer.${i}.back`, String(l.coats.back));
    form.set(`layer.${i}.front`, String(l.coats.front));
    form.set(`layer.${i}.sandFirst`, String(l.sandFirst ?? ''));
    form.set(`layer.${i}.sandBetween`, String(l.sandBetween ?? ''));
  });
  for (const p of system.prep) {
    form.set(`prep.${p.key}.keep`, 'yes');
    form.set(`prep.${p.key}.minutes`, String(p.minutesPerPiece.value));
    form.set(`prep.${p.key}.dry`, writeWait(p.dry.value));
  }
  return form;
}
const save = (key: string, form: FormData, us = false) =>
  changeSystem(db, key, systemFromForm(systemCalled(db, key), form, us ? 'us' : 'metric'), worker, NOW);

describe('the company’s systems', () => {
  it('fourteen ship, and products with one key dry alike in all of them but for what a neighbour changes', () => {
    expect(allSystems(db)).toHaveLength(14);
    expect(allProducts(db).length).toBeGreaterThan(20);
  });

  it.each(SYSTEMS.map((s) => s.key))(
    '%s is the same after its form is saved unchanged, in both measures',
    (key) => {
      const before = systemCalled(db, key);
      const strip = ({ version, ...rest }: System) => ({ ...rest, version: version > 0 });
      for (const us of [false, true]) {
        const saved = save(key, filled(systemCalled(db, key), us), us);
        const close = JSON.parse(JSON.stringify(strip(saved))) as System;
        expect(close.products.map((p) => p.stages)).toEqual(before.products.map((p) => p.stages));
        expect(close.products.map((p) => p.solids)).toEqual(before.products.map((p) => p.solids));
        expect(close.prep).toEqual(before.prep);
        expect(close.layers).toEqual(before.layers);
      }
      expect(systemCalled(db, key).version).toBe(before.version + 2);
    },
  );

  it('a changed figure carries the basis that was chosen, the others keep theirs', () => {
    const form = filled(SHELLAC_URETHANE);
    form.set('urethane-enamel.recoat', '3 h 30 min');
    form.set('urethane-enamel.recoat.phases', 'water 80 + reaction 20');
    form.set('urethane-enamel.recoatBy', '3 d');
    const enamel = save('shellac-urethane', form).products[1];
    expect(enamel?.stages.recoat).toMatchObject({
      value: 210,
      basis: 'data sheet',
      phases: [
        { kind: 'water', share: 0.8 },
        { kind: 'reaction', share: 0.2, film: false },
      ],
    });
    expect(enamel?.stages.hang).toMatchObject({ value: 2880, basis: 'common practice' });
    expect(enamel?.recoatBy).toEqual({ value: 4320, basis: 'data sheet', by: 'Painter' });
  });

  it('steps are left out and added, coats, grit, tool and parts changed', () => {
    const form = filled(SHELLAC_URETHANE);
    form.delete('prep.caulk.keep');
    form.append('added', 'dust');
    form.set('layer.1.front', '3');
    form.set('layer.1.sandBetween', '400');
    form.set('tool', 'turbine');
    const saved = save('shellac-urethane', form);
    expect(saved.prep.filter((p) => p.for === 'all').map((p) => p.key)).toEqual([
      'protect',
      'mask',
      'clean',
      'sand',
      'dust',
    ]);
    expect(saved.layers[1]).toMatchObject({ coats: { back: 2, front: 3 }, sandFirst: 240, sandBetween: 400 });
    expect(saved.layers[1]?.basis).toMatchObject({
      coats: { basis: 'our own rule', by: 'Painter' },
      sandBetween: { basis: 'our own rule', by: 'Painter' },
      sandFirst: { basis: 'common practice' },
    });
    expect(saved.tool).toBe('turbine');
    const again = filled(systemCalled(db, 'shellac-urethane'));
    again.append('added', 'clean');
    expect(refusal(() => save('shellac-urethane', again)).message).toMatch(/is there already/);
    const pack = filled(systemCalled(db, 'two-pack'));
    pack.set('2k-enamel.by', 'mass');
    pack.set('2k-enamel.thinnerOf', 'A');
    pack.set('2k-enamel.a', '100');
    pack.set('2k-enamel.b', '20');
    expect(save('two-pack', pack).products[0]?.mix).toMatchObject({
      a: 100,
      b: 20,
      by: 'mass',
      thinnerOf: 'A',
    });
  });

  const LAYER = { order: '0.5', back: '1', front: '1', sandFirst: '', sandBetween: '' };
  const withLayer = (key: string, more: Record<string, string>): FormData => {
    const form = filled(systemCalled(db, key));
    for (const [field, value] of Object.entries({ ...LAYER, ...more })) form.set(`layer.new.${field}`, value);
    return form;
  };

  it('layers are added, taken out and put in another order; a product that no layer lays goes', () => {
    const saved = save('shellac-urethane', withLayer('shellac-urethane', { product: 'bonding-primer' }));
    expect(saved.layers.map((l) => l.product)).toEqual([
      'bonding-primer',
      'shellac-primer',
      'urethane-enamel',
    ]);
    expect(saved.layers[0]?.basis.coats).toEqual({ basis: 'our own rule', by: 'Painter' });
    const form = filled(saved);
    form.set('layer.0.order', '2.5');
    form.delete('layer.1.keep');
    form.set('layer.2.order', '1');
    const again = save('shellac-urethane', form);
    expect(again.layers.map((l) => l.product)).toEqual(['urethane-enamel', 'bonding-primer']);
    expect(again.products.map((p) => p.key).sort()).toEqual(['bonding-primer', 'urethane-enamel']);
    const none = filled(again);
    for (const i of [0, 1]) none.delete(`layer.${i}.keep`);
    expect(refusal(() => save('shellac-urethane', none)).message).toMatch(/at least one layer/);
  });

  it('a product of our own begins with the figures of another and is edited by itself', () => {
    const saved = save(
      'all-in-one',
      withLayer('all-in-one', { product: 'sealer', name: 'Harbour Clear', order: '9', back: '0' }),
    );
    const own = saved.products.find((p) => p.name === 'Harbour Clear');
    expect(own).toMatchObject({ key: 'own-harbour-clear', kind: 'clear' });
    expect(own?.stages).toEqual(saved.products.find((p) => p.key === 'sealer')?.stages);
    const twice = save(
      'all-in-one',
      withLayer('all-in-one', { product: 'sealer', name: 'Harbour-Clear', order: '9' }),
    );
    expect(new Set(twice.products.map((p) => p.key)).size).toBe(twice.products.length);
  });

  it('a primer goes under a self-priming paint with a reason alone', () => {
    const primed = { product: 'shellac-primer' };
    const no = refusal(() => save('all-in-one', withLayer('all-in-one', primed)));
    expect(no).toMatchObject({
      status: 422,
      message: expect.stringMatching(/carries its own bond/) as string,
    });
    const saved = save('all-in-one', withLayer('all-in-one', { ...primed, why: 'very dark to light' }));
    expect(saved.layers[0]).toMatchObject({ product: 'shellac-primer', why: 'very dark to light' });
  });

  it('says which figure is wrong and saves nothing', () => {
    const wrong = (field: string, value: string): string => {
      const form = filled(SHELLAC_URETHANE);
      form.set(field, value);
      return refusal(() => save('shellac-urethane', form)).message;
    };
    expect(wrong('urethane-enamel.recoat', 'a while')).toMatch(/Waterborne urethane enamel: .*wait/);
    expect(wrong('urethane-enamel.solids', '140')).toMatch(/at most 100 %/);
    expect(wrong('layer.1.front', '2.5')).toMatch(/Waterborne urethane enamel: Coats are whole/);
    expect(wrong('prep.clean.minutes', 'some')).toMatch(/^Clean: Write the minutes/);
    expect(wrong('urethane-enamel.minC', '40')).toMatch(/least temperature is above the most/);
    expect(wrong('urethane-enamel.cured.phases', 'magic')).toMatch(/“magic” is no phase/);
    // A figure that its route needs cannot be left out.
    expect(wrong('urethane-enamel.recoat', '')).toMatch(/no figure for “recoat”/);
    expect(systemCalled(db, 'shellac-urethane').version).toBe(SHELLAC_URETHANE.version);
  });

  it('goes back to the shipped figures as a version of its own', () => {
    const form = filled(SHELLAC_URETHANE);
    form.set('urethane-enamel.recoat', '5 h');
    save('shellac-urethane', form);
    const back = resetSystem(db, 'shellac-urethane', worker, NOW);
    expect(back).toEqual({ ...SHELLAC_URETHANE, version: SHELLAC_URETHANE.version + 2 });
    expect(systemCalled(db, 'shellac-urethane')).toEqual(back);
  });

  it('a job keeps the version it was planned with until the new one is asked for', async () => {
    saveSurvey(db, job, 'wall North\nupper 30 : pair\n');
    const plan = async (more: Record<string, string> = {}) => {
      const form = new FormData();
      for (const [k, v] of Object.entries({ system: 'shellac-urethane', ...more })) form.set(k, v);
      await choosePlan(db, job, choiceFromForm(db, openJob(db, job), form, NOW), () => NOW);
      return openJob(db, job).choice?.system.version;
    };
    expect(await plan()).toBe(SHELLAC_URETHANE.version);
    save('shellac-urethane', filled(SHELLAC_URETHANE));
    expect(await plan({ pattern: 'hung' })).toBe(SHELLAC_URETHANE.version);
    expect(openJob(db, job).job.way).toBe('hung');
    expect(await plan({ newest: 'yes' })).toBe(SHELLAC_URETHANE.version + 1);
  });
});

describe('the proposal of a job', () => {
  it('reads the survey, keeps the answers, and refuses one that is none', () => {
    saveSurvey(db, job, 'wall North\nupper 30 : pair\nbase 30 : appliance stove\n');
    expect(proposeFor(db, openJob(db, job), NOW)).toMatchObject({
      answered: false,
      found: { cooking: true, slick: false },
    });
    answerQuestions(db, job, { infants: true, airing: false, place: 'house', tool: 'brush-roller' });
    const { answers, list } = proposeFor(db, openJob(db, job), NOW);
    expect(answers).toMatchObject({ infants: true, airing: false, use: 'usual' });
    expect(list[0]?.system.traits).not.toContain('solvent-borne');
    expect(refusal(() => answerQuestions(db, job, { place: 'the moon' })).field).toBe('place');
  });
});
