/** Folds facts into the state of a job. Any order and repetition of arrival gives the same state. */
import { asItCounts, decide, putRight } from './decided';
import { entryOf, type Fact } from './events';
import { emptyState, type JobState } from '../state/state';

/** When a fact happened, and its rank within the moment, as one exact number. */
const moment = ({ at, body }: Fact): number => at * 1000 + entryOf(body).rank;

const byId = (a: Fact, b: Fact): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
/** Order in which facts happened: by moment, then by id. */
const happened = (a: Fact, b: Fact): number => moment(a) - moment(b) || byId(a, b);

/** Index of the first of sorted numbers that is not below `key`. */
function firstAt(sorted: Float64Array, key: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((sorted[mid] ?? Infinity) < key) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** Facts in the order they happened, each once. */
export function inOrder(facts: readonly Fact[]): readonly Fact[] {
  const keys = new Float64Array(facts.length);
  // A log mostly arrives in order, and then nothing in it is repeated.
  let ordered = true;
  facts.forEach((fact, i) => {
    const key = (keys[i] = moment(fact));
    const last = keys[i - 1] ?? -Infinity;
    if (ordered && (key < last || (key === last && byId(facts[i - 1] ?? fact, fact) >= 0))) ordered = false;
  });
  if (ordered) return facts;
  // Numbers sort faster than facts; each fact then finds its place among them. Few share a moment.
  const sorted = keys.slice().sort();
  const placed = new Array<Fact | undefined>(facts.length);
  const shared = new Uint32Array(facts.length);
  facts.forEach((fact, i) => {
    const at = firstAt(sorted, keys[i] ?? 0);
    placed[at + (shared[at] ?? 0)] = fact;
    shared[at] = (shared[at] ?? 0) + 1;
  });
  const list: Fact[] = [];
  for (let at = 0; at < placed.length; at += shared[at] ?? 1) {
    const alone = shared[at] === 1 ? placed[at] : undefined;
    if (alone) list.push(alone);
    else
      for (const fact of (placed.slice(at, at + (shared[at] ?? 1)) as Fact[]).sort(byId))
        if (list.at(-1)?.id !== fact.id) list.push(fact);
  }
  return list;
}

/** The fact that happened last, by the times that were put right. */
export const lastToHappen = (facts: readonly Fact[]): Fact | undefined =>
  putRight(facts).reduce<Fact | undefined>(
    (last, f) => (last && happened(last, f) > 0 ? last : f),
    undefined,
  );

/**
 * Folds facts into the state of the job.
 * @param facts in any order, repeated or not; any subset is a valid state
 */
export function fold(facts: readonly Fact[]): JobState {
  const ordered = inOrder(putRight(facts));
  const { voided, partly, spokenOf } = decide(ordered);
  const state = emptyState(voided, spokenOf);
  for (const each of ordered) {
    const fact = asItCounts(each, partly.get(each.id));
    const entry = entryOf(fact.body);
    if (voided.has(fact.id)) entry.applyTakenBack?.(state, fact, fact.body);
    else entry.apply(state, fact, fact.body);
  }
  return state;
}

const SPEAKS_OF_OTHERS = new Set<string>(['void', 'contradiction.settled', 'time.corrected']);

/**
 * Takes one more fact into a state, which it changes.
 * @param latest the fact that happened last in it; nothing before any
 * @returns whether it could: a fact that happened earlier, or takes others back, wants the whole log folded anew
 */
export function foldOn(state: JobState, latest: Fact | undefined, fact: Fact): boolean {
  if (SPEAKS_OF_OTHERS.has(fact.body.kind) || state.spokenOf.has(fact.id)) return false;
  if (latest && happened(latest, fact) >= 0) return false;
  entryOf(fact.body).apply(state, fact, fact.body);
  return true;
}
