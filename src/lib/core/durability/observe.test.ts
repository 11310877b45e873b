/** What a record says before any curve: the examples of docs/methods/lasting.md, one by one. */
import { DAY } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { bodySchema, type Fact, type FactBody } from '../bench/log/events';
import { fold } from '../bench/log/fold';
import { fact, uuid } from '../../../../tests/bench-builders';
import { observe } from './observe';
import type { KitchenRecord, Look, Spell } from './record';
import { sampleOf } from './sample';
import { spellsOf } from './spells';

const look = (day: number, failure: Look['failure'] = null, more: Partial<Look> = {}): Look => ({
  ...{ day, failure, method: 'visual', how: 'visit', face: 'front', x: null, y: null },
  ...more,
});
const spell = (...looks: Look[]): Spell => ({ start: 0, filmAge: 5, end: null, looks });
const seen = (left: number, right: number | null) => ({ left, right });

describe('what one piece says', () => {
  it('sound at one look and failed at the next is an interval', () =>
    expect(observe(spell(look(30), look(182, 'peeling')), null)).toMatchObject(seen(30, 182)));
  it('failed at the first look is left-censored', () =>
    expect(observe(spell(look(30, 'nick')), null)).toMatchObject(seen(0, 30)));
  it('never failed is censored at the last look, not today', () =>
    expect(observe(spell(look(7), look(365)), null)).toMatchObject(seen(365, null)));
  it('a report is exact', () =>
    expect(observe(spell(look(30), look(200, 'peeling', { how: 'report' })), null)).toMatchObject(
      seen(200, 200),
    ));
  it('a piece nobody looked at says nothing', () => expect(observe(spell(), null)).toBeNull());
  it('a look on the day it was hung is the first day', () =>
    expect(observe(spell(look(0, 'nick')), null)).toMatchObject(seen(0, 1)));
  it('what ended it otherwise censors the kind that was asked for', () => {
    const worn = spell(look(30), look(182, 'worn'));
    expect(observe(worn, 'peeling')).toMatchObject(seen(182, null));
    expect(observe(worn, 'worn')).toMatchObject(seen(30, 182));
    // The household saw wear and said nothing of peeling: the last visit is all that is known.
    expect(observe(spell(look(30), look(182, 'worn', { how: 'report' })), 'peeling')).toMatchObject(
      seen(30, null),
    );
  });
  it('a sound test speaks for what it tests alone', () => {
    const cut = spell(look(30), look(182, null, { method: 'cross-cut' }), look(365, 'peeling'));
    expect(observe(cut, null)).toMatchObject(seen(30, 365));
    expect(observe(cut, 'peeling')).toMatchObject(seen(182, 365));
  });
  it('looks made because something was reported are marked', () =>
    expect(observe(spell(look(40, 'nick', { how: 'prompted' })), null)).toMatchObject({ prompted: true }));
});

it('a visit speaks for the pieces that it chose; who is known only by a report does not count', () => {
  const piece = (id: string, ...looks: Look[]) => ({
    ...{ id, code: id, traits: {}, batches: [], days: [], spells: [spell(...looks)] },
  });
  const kitchen: KitchenRecord = {
    ...{ job: 'k', version: 1, traits: {}, mended: [] },
    pieces: [
      piece('1', look(30)),
      piece('2', look(90, 'nick', { how: 'report' })),
      piece('3', look(20), look(90, 'nick', { how: 'report' })),
      piece('4'),
    ],
  };
  const sample = sampleOf([kitchen], null);
  expect(sample.pieces.map((p) => [p.piece.id, p.left, p.right])).toEqual([
    ['1', 30, null],
    ['3', 90, 90],
  ]);
  expect(sample).toMatchObject({ kitchens: 1, looks: 3, visits: 2, failures: 1, unseen: 2 });
});

describe('spells out of facts', () => {
  const P = uuid(1);
  const at = (day: number, body: FactBody): Fact => ({ ...fact(0, body), at: day * DAY });
  const check = (day: number, failure: string | null): Fact =>
    at(
      day,
      bodySchema.parse({
        kind: 'check.recorded',
        piece: P,
        face: 'front',
        test: { method: 'visual', failure },
      }),
    );
  const hung = (day: number): Fact => at(day, bodySchema.parse({ kind: 'piece.hung', piece: P, opening: P }));
  const spells = (facts: Fact[]) => spellsOf(fold(facts), [], P);

  it('begin when it is in use', () => {
    expect(spells([check(3, null)])).toEqual([]);
    expect(spells([hung(10), check(17, null)])).toMatchObject([
      { start: 10 * DAY, end: null, looks: [{ day: 7, failure: null }] },
    ]);
  });

  it('a touch-up begins a second one; looks between belong to neither', () => {
    const failed = check(40, 'peeling');
    const closed = at(
      60,
      bodySchema.parse({ kind: 'touch-up.closed', touchUp: failed.id, minutes: 20, note: '' }),
    );
    const found = spells([hung(10), check(17, null), failed, check(50, 'peeling'), closed, check(90, null)]);
    expect(found).toMatchObject([
      { start: 10 * DAY, end: 50, looks: [{ day: 7 }, { day: 30, failure: 'peeling' }] },
      { start: 60 * DAY, end: null, filmAge: 0, looks: [{ day: 30, failure: null }] },
    ]);
  });

  it('hung again without a coat is the same spell', () =>
    expect(spells([hung(10), hung(12), check(17, null)])).toHaveLength(1));
});
