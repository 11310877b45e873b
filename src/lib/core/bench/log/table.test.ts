/** Every kind of fact is whole, and is in the table once. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { entryOf, FACT_KINDS, type FactBody } from './events';
import { bodyFromForm } from './fact-form';
import { sayFact } from '../view/say-fact';
import { emptyState } from '../state/state';
import * as table from './table';
import type { SayContext } from '../facts/kind';

const context = (measures: 'us' | 'metric' = 'metric'): SayContext => ({
  state: emptyState(),
  route: [],
  site: [],
  lots: [],
  codes: new Map(),
  context: { measures },
});

describe('the table of kinds', () => {
  it('gives every kind a rank of its own within a moment', () => {
    const ranks = Object.values(table).map((entry) => entry.rank);
    expect(new Set(ranks).size).toBe(ranks.length);
    expect(ranks.every((rank) => Number.isInteger(rank) && rank >= 0 && rank < 1000)).toBe(true);
    expect(new Set(FACT_KINDS).size).toBe(ranks.length);
  });
  it('has a file for each kind, named for it, and no other entry', () => {
    const folder = join(import.meta.dirname, '..', 'facts');
    const entries = readdirSync(folder, { withFileTypes: true })
      .filter((e) => e.isDirectory())
      .flatMap((e) => readdirSync(join(folder, e.name)).map((f) => join(e.name, f)))
      .filter((path) => readFileSync(join(folder, path), 'utf8').includes('factKind({'));
    expect(entries.map((path) => path.replace(/^.*[\\/]|\.ts$/g, '')).sort()).toEqual(
      FACT_KINDS.map((kind) => kind.replace('.', '-')).sort(),
    );
  });
  it('orders a moment so that what a fact rests on comes before it', () => {
    const rank = (kind: FactBody['kind']): number => entryOf({ kind } as FactBody).rank;
    for (const [before, after] of [
      ['piece.labelled', 'piece.down'],
      ['piece.down', 'piece.placed'],
      ['paint.loaded', 'work.started'],
      ['piece.abraded', 'work.started'],
      ['piece.wiped', 'work.started'],
      ['work.started', 'work.paused'],
      ['work.resumed', 'work.finished'],
      ['work.finished', 'coat.inspected'],
      ['defect.found', 'defect.accepted'],
      ['piece.hung', 'job.handed-over'],
      ['check.recorded', 'touch-up.closed'],
    ] as const)
      expect(rank(before)).toBeLessThan(rank(after));
  });
  it('a kind that is not in it is refused by the schema, and no form makes one', () => {
    const form = new FormData();
    form.set('kind', 'piece.varnished');
    expect(bodyFromForm(form)).toEqual({ kind: 'piece.varnished' });
    expect(() => entryOf({ kind: 'piece.varnished' } as unknown as FactBody)).toThrow(/no kind of fact/);
  });
});

it('air typed in °F is said in the measures of the company, without loose ends', () => {
  const form = new FormData();
  for (const [k, v] of Object.entries({
    kind: 'air.read',
    place: 'tent',
    celsius: '65',
    humidity: '34',
    unit: 'F',
  }))
    form.set(k, v);
  const body = bodyFromForm(form) as unknown as FactBody;
  expect(sayFact(context(), body)).toBe('Air, tent: 18.3 °C, 34 %');
  expect(sayFact(context('us'), body)).toBe('Air, tent: 65 °F, 34 %');
});
