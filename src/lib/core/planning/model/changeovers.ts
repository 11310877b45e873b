/** Changeovers of a station that several jobs share. */
import type { Problem } from './problem';

type Changeover = Problem['stations'][number]['changeovers'][number];

/**
 * Completes a table made of several jobs' own: from a material of one job to one of another takes as long as it takes to get to that from
 * any of its own.
 */
export function betweenAll(known: readonly Changeover[]): Changeover[] {
  const most = new Map<string, number>();
  const pairs = new Set<string>();
  for (const { from, to, minutes } of known) {
    if (to === null) continue;
    if (from !== null) most.set(to, Math.max(most.get(to) ?? 0, minutes));
    pairs.add(JSON.stringify([from, to]));
  }
  const all = [...new Set(known.flatMap(({ to }) => to ?? []))];
  const longest = Math.max(0, ...most.values());
  const missing = all.flatMap((to) =>
    all.flatMap((from): Changeover[] =>
      from === to || pairs.has(JSON.stringify([from, to]))
        ? []
        : [{ from, to, minutes: most.get(to) ?? longest }],
    ),
  );
  return [...known, ...missing];
}
