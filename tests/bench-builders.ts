/** What tests of the bench begin with: pieces, facts by the minute, steps that were done, what guards know. */
import { SHEET_WAITS } from '$core/coating/waits';
import type { Step } from '$core/coating/route';
import { SITE } from '$core/takeoff/site-route';
import type { Context } from '$core/bench/guard/context';
import { fold } from '$core/bench/log/fold';
import type { Fact, FactBody } from '$core/bench/log/events';

export const MINUTE = 60_000;

/** An id that can be told from others at a glance. */
export const uuid = (n: number): string => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

let serial = 100;
/** A fact of the one job, by Ines. @param minute since 1970 */
export const fact = (minute: number, body: FactBody, more: Partial<Fact> = {}): Fact => ({
  id: uuid(serial++),
  job: uuid(0),
  at: minute * MINUTE,
  worker: 'ines',
  device: 'd',
  body,
  ...more,
});

/** The facts of a step done on pieces, whatever guards would say. */
export const did = (step: string, from: number, to: number, pieces: string[], lot = 'A'): Fact[] => {
  const started = fact(from, { kind: 'work.started', step, lot, pieces });
  return [started, fact(to, { kind: 'work.finished', work: started.id, leftOut: [] })];
};

/** A step in the kitchen was begun, or made ready anew. */
export const begunInKitchen = (step: string): FactBody & { kind: 'work.started' } => ({
  kind: 'work.started',
  step,
  lot: SITE,
  pieces: [SITE],
});
export const readiedInKitchen = (step: string): FactBody => ({ kind: 'piece.abraded', pieces: [SITE], step });

/** Pieces labelled and taken down in the first two minutes. */
export const takenDown = (pieces: string[], place = 'table'): Fact[] => [
  fact(0, { kind: 'piece.labelled', pieces }),
  fact(1, { kind: 'piece.down', pieces, place }),
];

/** What guards know: pieces 1, 2, 3 … under codes 1, 2, 3 …, waits by the sheet. */
export const contextOf = (
  route: readonly Step[],
  facts: readonly Fact[],
  more: Partial<Context> = {},
): Context => ({
  state: fold(facts),
  route,
  codes: new Map([1, 2, 3].map((n) => [uuid(n), String(n)])),
  ...{ site: [], parts: new Map(), pieces: new Map(), people: new Map(), zoneColours: new Map() },
  ...{ lots: null, rack: null, place: null, cureMinutes: null, measures: 'metric', zone: 'Etc/UTC' },
  manyColours: () => false,
  forecast: () => null,
  waits: SHEET_WAITS,
  siteWaits: more.waits ?? SHEET_WAITS,
  waitsAtHome: () => more.waits ?? SHEET_WAITS,
  sayTime: (ms) => `minute ${Math.round(ms / MINUTE)}`,
  ...more,
});
