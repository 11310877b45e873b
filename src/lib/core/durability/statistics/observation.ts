/** What is known of the time to a failure. */

/**
 * A failure after `left` and not after `right`: `right` is null where none was seen by `left`, `left` 0 where it had failed at
 * the first look, and both are the same where the moment is known. Any unit of time.
 */
export interface Observation {
  left: number;
  right: number | null;
  /** the kitchen: what is seen in one is not independent */
  cluster: string;
  /** pieces of the kitchen that are known alike; 1 where nothing is said */
  weight?: number;
}

export const weightOf = (o: Pick<Observation, 'weight'>): number => o.weight ?? 1;

/** Pieces of one kitchen that are known alike, together. For estimates that take kitchens as the units. */
export function merged(list: readonly Observation[]): Observation[] {
  const clusters = new Map<string, Map<number, Map<number | null, Observation & { weight: number }>>>();
  for (const o of list) {
    let lefts = clusters.get(o.cluster);
    if (!lefts) clusters.set(o.cluster, (lefts = new Map()));
    let rights = lefts.get(o.left);
    if (!rights) lefts.set(o.left, (rights = new Map()));
    const had = rights.get(o.right);
    if (had) had.weight += weightOf(o);
    else rights.set(o.right, { left: o.left, right: o.right, cluster: o.cluster, weight: weightOf(o) });
  }
  return [...clusters.values()].flatMap((l) => [...l.values()].flatMap((r) => [...r.values()]));
}

/** @throws RangeError for times that cannot be */
export function checkObservation({ left, right }: Pick<Observation, 'left' | 'right'>): void {
  const fine =
    Number.isFinite(left) && left >= 0 && (right === null || (Number.isFinite(right) && right >= left));
  if (!fine) throw new RangeError(`A failure between ${left} and ${right ?? 'never'} cannot be`);
  if (right === 0) throw new RangeError('Nothing fails at time 0: it was not in use yet');
}

export const isExact = (o: Pick<Observation, 'left' | 'right'>): boolean => o.left === o.right;

/** The same observation of several pieces. */
export interface Weighed {
  left: number;
  right: number | null;
  weight: number;
}

/** Observations that are alike, together: the likelihood knows no more of them. */
export function compress(list: readonly Pick<Observation, 'left' | 'right' | 'weight'>[]): Weighed[] {
  const out = new Map<number, Map<number | null, Weighed>>();
  for (const o of list) {
    const { left, right } = o;
    let own = out.get(left);
    if (!own) out.set(left, (own = new Map()));
    const had = own.get(right);
    if (had) had.weight += weightOf(o);
    else own.set(right, { left, right, weight: weightOf(o) });
  }
  return [...out.values()].flatMap((m) => [...m.values()]);
}
