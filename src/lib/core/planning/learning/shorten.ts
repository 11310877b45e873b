/**
 * Makes a plan shorter, and proves how short it can be at best, by a search that learns. Two ways, in turn: whether the whole can end
 * halfway between the bound and the plan (destructive bound: Klein & Scholl, EJOR 112, 1999), and large neighbourhoods, in which some
 * lots are free and all others stay where they are or come up to a day sooner (Shaw 1998).
 */
import { frozen } from '$core/frozen';
import { cell } from '$core/units/at';
import { seeded } from '$core/units/random';
import { makespanOf, type Schedule } from '../model/schedule';
import type { Model } from '../model/model';
import type { LearnedSearch } from './learned-search';

export interface Shortened {
  best: Schedule;
  /** no plan ends before */
  bound: number;
}

/** Conflicts that a question about the whole may take at first, and a neighbourhood; and tries in one between two questions. Our choice. */
const WHOLE = 60;
const PART = 30;
const TRIES = 8;
/** Lots above which neighbourhoods come first. Our choice. */
const MANY = 9;
/** Share of the lots that are free at first, and at least; minutes that all others may come sooner. Our choice. */
const FREE = frozen({ first: 0.15, least: 0.1 });
const SOONER = 1440;
/** Lots that end so near to the end of the plan are always free, in minutes. Our choice. */
const LAST = 60;

/** Conflicts that about a second allows: the time of one grows with the operations, and so does what each is worth less. Measured. */
export const conflictsFor = (operations: number): number =>
  Math.min(1500, Math.max(100, Math.round(4_000_000 / operations ** 2)));

/**
 * @param best a right plan
 * @param bound no plan ends before
 * @param conflicts so many in all at most
 */
export function shorten(
  m: Model,
  search: LearnedSearch,
  best: Schedule,
  bound: number,
  { conflicts, seed, stop }: { conflicts: number; seed: number; stop?: () => boolean },
): Shortened {
  const random = seeded(seed);
  const until = search.conflicts + conflicts;
  let low = Math.max(bound, search.bound);
  let makespan = makespanOf(m, best.end);
  search.follow(best);
  const lots = [...new Set(m.operations.map((o) => o.lot))];
  const isOver = (): boolean => low >= makespan || search.conflicts >= until || (stop?.() ?? false);
  const left = (most: number): number => Math.min(most, until - search.conflicts);
  const take = (found: Schedule): void => {
    best = found;
    makespan = makespanOf(m, found.end);
  };

  /** how far between bound and plan is asked, and what that may take */
  let [share, budget] = [0.5, WHOLE];
  const askForAll = (): void => {
    const target = low + Math.floor((makespan - 1 - low) * share);
    const found = search.find(target, left(budget), stop);
    if (found === 'none') low = Math.max(low, target + 1);
    else if (found !== 'open') take(found);
    else {
      // Nearer to the bound is proven sooner, as a rule.
      share = share < 0.05 ? 0.5 : share / 2;
      budget *= 2;
      return;
    }
    share = 0.5;
  };

  /** share of the lots that are free, and minutes by which the plan shall be shorter */
  let [free, less] = [FREE.first, 1];
  const askForSome = (): void => {
    const ends = new Map<string, number>();
    for (const [i, o] of m.operations.entries())
      ends.set(o.lot, Math.max(ends.get(o.lot) ?? 0, cell(best.end, i)));
    const latest = [...lots].sort((a, b) => (ends.get(b) ?? 0) - (ends.get(a) ?? 0));
    const open = new Set(latest.filter((lot) => (ends.get(lot) ?? 0) > makespan - LAST));
    const many = Math.min(lots.length, open.size + Math.max(2, Math.round(lots.length * free)));
    while (open.size < many) open.add(latest[Math.floor(random() * random() * lots.length)] ?? '');
    const others = m.operations.flatMap((o, i) => (open.has(o.lot) ? [] : [i]));
    const found = search.find(
      Math.max(low, makespan - less),
      left(PART),
      stop,
      search.near(best, others, SOONER),
    );
    if (typeof found !== 'string') {
      take(found);
      less *= 4;
      return;
    }
    less = Math.max(1, less >> 1);
    free = found === 'none' ? Math.min(1, free * 1.05) : Math.max(FREE.least, free * 0.95);
  };

  // While neighbourhoods make a large plan shorter the whole is not asked about.
  let shortest = lots.length > MANY ? Infinity : makespan;
  while (!isOver()) {
    if (shortest === makespan) askForAll();
    shortest = makespan;
    for (let k = 0; k < TRIES && lots.length > 2 && !isOver(); k++) askForSome();
  }
  return { best, bound: Math.min(makespan, Math.max(low, search.bound)) };
}
