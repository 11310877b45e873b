import { expect, it } from 'vitest';
import { always } from '../../../../tests/budget';
import fc from 'fast-check';
import { runsOf, sayRun, type RunAct } from './runs';

const HOUR = 3_600_000;
const act = (
  who: string,
  where: RunAct['where'],
  from: number,
  to: number,
  words = 'Sand',
  lot = 'A',
): RunAct => ({
  ...{ who, where, start: from * HOUR, end: to * HOUR, words, lot },
});
const dayOf = (ms: number): string => String(Math.floor(ms / (24 * HOUR)));
const short = (acts: readonly RunAct[]) =>
  runsOf(acts, dayOf).map((r) => [r.from / HOUR, r.to / HOUR, r.where, r.who.join('+'), r.acts.length]);

it('goes on while a person stays where they are, whatever lies between, and ends with the day', () => {
  expect(
    short([
      act('Ines', 'pieces', 8, 9),
      act('Ines', 'pieces', 10, 11),
      act('Ines', 'kitchen', 11, 12),
      act('Ines', 'pieces', 13, 16),
      act('Ines', 'pieces', 32, 33),
    ]),
  ).toEqual([
    [8, 11, 'pieces', 'Ines', 2],
    [11, 12, 'kitchen', 'Ines', 1],
    [13, 16, 'pieces', 'Ines', 1],
    [32, 33, 'pieces', 'Ines', 1],
  ]);
});

it('is one of two people who work beside each other, and two where they hardly meet', () => {
  expect(short([act('Ines', 'pieces', 8, 12), act('Tobin', 'pieces', 9, 11)])).toEqual([
    [8, 12, 'pieces', 'Ines+Tobin', 2],
  ]);
  expect(short([act('Ines', 'pieces', 8, 12), act('Tobin', 'kitchen', 9, 11)])).toHaveLength(2);
  expect(short([act('Ines', 'pieces', 8, 10), act('Tobin', 'pieces', 9.5, 14)])).toHaveLength(2);
});

it('says each kind of work once, with its lots', () => {
  const [run] = runsOf(
    [
      act('Ines', 'pieces', 8, 9, 'Sand fronts', 'B'),
      act('Ines', 'pieces', 9, 10, 'Coat fronts', 'B'),
      act('Ines', 'pieces', 10, 11, 'Sand fronts', 'C'),
      act('Ines', 'pieces', 11, 12, 'Mask', 'Kitchen'),
    ],
    dayOf,
  );
  expect(run && sayRun(run, 'Kitchen')).toBe('Sand fronts, lots B, C; coat fronts, lot B; mask');
});

it('every act is in one run, and a run is at one place on one day', () => {
  const acts = fc.array(
    fc
      .record({
        who: fc.constantFrom('Ines', 'Tobin', 'Maud'),
        where: fc.constantFrom('pieces' as const, 'kitchen' as const),
        from: fc.integer({ min: 0, max: 90 }),
        long: fc.integer({ min: 1, max: 5 }),
      })
      .map(({ who, where, from, long }) => act(who, where, from, from + long)),
  );
  always(
    fc.property(acts, (all) => {
      const runs = runsOf(all, dayOf);
      expect(new Set(runs.flatMap((r) => r.acts))).toEqual(new Set(all));
      expect(runs.reduce((sum, r) => sum + r.acts.length, 0)).toBe(all.length);
      for (const r of runs) {
        expect(new Set(r.acts.map((a) => `${a.where} ${dayOf(a.start)}`)).size).toBe(1);
        expect(new Set(r.acts.map((a) => a.who))).toEqual(new Set(r.who));
        expect(r.from).toBe(Math.min(...r.acts.map((a) => a.start)));
      }
    }),
  );
});
