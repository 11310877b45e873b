/** What curves say, in words that an owner reads in ten seconds. */
import type { Comparison } from '$core/durability/compare';
import type { LastingView, Ranked } from '$core/durability/lasting';
import type { Worse } from '$core/durability/worsening';

export const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** That a system got worse, with what it rests on. */
export const worseWords = ({ system, late, before, p }: Worse): string =>
  `${system} worsens: of films in use for less than two years ${late.failed} of ${late.pieces} failed in ${late.kitchens} kitchens, sooner than ${before.failed} of ${before.pieces} before them. Chance alone would do that in ${percent(p)} of cases.`;

/** Days as people say them. */
export function sayDays(days: number): string {
  if (days < 25) return `${days} days`;
  if (days < 60) return 'a month';
  if (days < 330) return days < 210 ? 'half a year' : `${Math.round(days / 30.4)} months`;
  const years = Math.round(days / 365.25);
  return years === 1 ? 'a year' : `${years} years`;
}

/** The latest mark that two groups with enough failures were watched to; null where there is none. */
export function commonMark(groups: readonly Ranked[]): number | null {
  const told = groups.filter((g) => !g.tooFew);
  const marks = told.map((g) => new Set(g.points.map((p) => p.time)));
  const [first] = marks;
  if (!first) return null;
  const shared = [...first].filter((m) => marks.filter((s) => s.has(m)).length >= Math.min(2, told.length));
  const near = shared.filter((m) => m <= 1100);
  return near.length ? Math.max(...near) : (shared[0] ?? null);
}

/** Groups from the best to the worst at a mark; those that are too few to tell come last. */
export function rankedAt(groups: readonly Ranked[], mark: number | null) {
  const at = (g: Ranked) => g.points.find((p) => p.time === mark) ?? null;
  return groups
    .map((g) => ({ group: g, point: at(g) }))
    .sort(
      (a, b) =>
        Number(a.group.tooFew) - Number(b.group.tooFew) ||
        (b.point?.survival ?? -1) - (a.point?.survival ?? -1),
    );
}

const surely = (pairs: Comparison['pairs'], one: string, other: string): boolean =>
  pairs.some((p) => p.p < 0.05 && [p.one, p.other].includes(one) && [p.one, p.other].includes(other));

/** One sentence: what to sell, or that nothing can be told yet. */
export function verdict({ comparison, counts }: LastingView, word: string): string {
  if (counts.pieces === 0) return 'No finish was looked at yet. Visits under Check make the record.';
  const mark = commonMark(comparison.groups);
  const told = rankedAt(comparison.groups, mark).filter((r) => !r.group.tooFew && r.point);
  const [best, ...others] = told;
  if (!best?.point || mark === null)
    return `Too few to tell: ${counts.failures} ${counts.failures === 1 ? 'failure' : 'failures'} in ${counts.kitchens} ${counts.kitchens === 1 ? 'kitchen' : 'kitchens'}.`;
  const lasts = `of 100 pieces ${Math.round(best.point.survival * 100)} are sound after ${sayDays(mark)}`;
  const worst = others.at(-1);
  if (!worst?.point) return `${best.group.name}: ${lasts}. There is nothing to hold it against yet.`;
  const of100 = (r: (typeof told)[number]): number => Math.round((r.point?.survival ?? 0) * 100);
  // The best that surely lasts longer than another, and the worst that it surely does.
  for (const one of told) {
    const other = told.findLast(
      (r) =>
        (r.point?.survival ?? 0) < (one.point?.survival ?? 0) &&
        surely(comparison.pairs, one.group.name, r.group.name),
    );
    if (!other) continue;
    const rest = told.length > 2 ? ' What lies between cannot be told apart for sure.' : '';
    return `${one.group.name} lasts longer than ${other.group.name}: of 100 pieces ${of100(one)} are sound after ${sayDays(mark)}, against ${of100(other)}.${rest}`;
  }
  return `No ${word} is told to last longer than another yet: ${best.group.name}, ${lasts}; ${worst.group.name}: ${of100(worst)}. Chance alone could do that.`;
}

export const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
