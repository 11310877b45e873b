/** What a household reads of its kitchen, from facts and planned visits. */
import { DAY } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';
import { benchOf, packOf } from '../../../../../tests/bench-pack';
import type { Fact } from '../log/events';
import { customerPage, type PlannedVisit } from './customer';

const [A, B, C, D] = [uuid(1), uuid(2), uuid(3), uuid(4)];
const coats = packOf().route.filter((s) => s.kind === 'coat');
const coated = (piece: string, n: number): Fact[] =>
  coats.slice(0, n).flatMap((s, i) => did(s.key, 100 + 100 * i, 110 + 100 * i, [piece]));
const page = (facts: Fact[], visits: PlannedVisit[] = [], firstDay: number | null = null, now = 0) =>
  customerPage(benchOf(facts), visits, firstDay, now);
const of = (facts: Fact[], piece: string) => page(facts).fronts.find((f) => f.id === piece);

describe('each front', () => {
  it('is in its place, with us, looked for or home, with the share of its coats', () => {
    const down = takenDown([A, B, C, D]);
    const n = coats.length;
    expect(of([], A)).toMatchObject({ words: 'in its place, not begun', share: 0 });
    expect(of(down, A)).toMatchObject({ words: 'with us, being prepared', share: 0 });
    expect(of([...down, ...coated(A, 1)], A)).toMatchObject({
      ...{ words: `with us, 1 of ${n} coats are on`, share: 1 / n },
    });
    expect(of([...down, ...coated(A, n)], A)).toMatchObject({ words: 'with us, painted, drying', share: 1 });
    const lost = fact(9, { kind: 'piece.missing', pieces: [B], note: '' });
    expect(of([...down, lost], B)).toMatchObject({ words: 'we are looking for it', share: 0 });
    const hung = [...down, ...coated(C, n), fact(9000, { kind: 'piece.hung', piece: C, opening: C })];
    expect(of(hung, C)).toMatchObject({ words: 'home again, its handle follows', share: 1 });
    const fitted = fact(9001, { kind: 'piece.fitted', pieces: [C], part: 'handle' });
    expect(of([...hung, fitted], C)).toMatchObject({ words: 'home again', share: 1 });
  });
});

describe('the first line', () => {
  it('counts what is with us, what has all its coats and what is home', () => {
    expect(page([]).headline).toBe('Your kitchen is as you know it: we have not begun.');
    expect(page(takenDown([A])).headline).toBe('1 piece is with us.');
    const hung = fact(9000, { kind: 'piece.hung', piece: A, opening: A });
    const all = coats.length;
    const some = page([...takenDown([A, B, C]), ...coated(A, all), ...coated(B, all), hung]);
    expect([some.headline, some.painted]).toEqual([
      '2 pieces are with us, 1 home again.',
      '1 piece has all its coats.',
    ]);
    expect(page(takenDown([A])).painted).toBe('');
  });
  it('says when everything is home, and when it is handed over', () => {
    const ids = packOf().pieces.map((p) => p.id);
    const home = [
      ...takenDown(ids),
      ...ids.map((id) => fact(9000, { kind: 'piece.hung', piece: id, opening: id })),
    ];
    expect(page(home).headline).toBe('Everything is home again.');
    expect(page([...home, fact(9999, { kind: 'job.handed-over', note: '' })])).toMatchObject({
      ...{ headline: 'Your kitchen is finished.', handedOver: true },
    });
  });
});

describe('the dates', () => {
  const visit = (kind: PlannedVisit['kind'], day: number): PlannedVisit => ({
    ...{ kind, start: day * DAY + 540 * MINUTE, end: day * DAY + 900 * MINUTE },
  });
  it('are the next three that are still to come, in order, each with what to do for it', () => {
    const { dates } = page(
      [],
      [visit('hang', 9), visit('kitchen', 5), visit('kitchen', 2), visit('back', 12)],
      4 * DAY,
      3 * DAY,
    );
    expect(dates.map((d) => d.what)).toEqual([
      'We take the doors and drawers down and with us',
      'We work in your kitchen',
      'Doors and drawers are hung',
    ]);
    // What is cleared once is asked for once, before the first day in the kitchen.
    expect(dates[1]?.todo).toContain('Clear the counters.');
    expect(dates.every((d) => d.todo.length > 0)).toBe(true);
    const [last] = page([], [visit('back', 12)], null, 3 * DAY).dates;
    expect(last).toMatchObject({ at: 12 * DAY + 540 * MINUTE, what: 'Your kitchen is handed back' });
  });
  it('name no first day that is past, or once something is down', () => {
    expect(page([], [], 4 * DAY, 5 * DAY).dates).toEqual([]);
    expect(page(takenDown([A]), [], 4 * DAY, 3 * DAY).dates).toEqual([]);
  });
});
