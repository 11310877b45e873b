/** One route for pieces that do not all go the same way: backs that stay as they are, colours that are turned apart. */
import type { Pattern } from './pattern';
import { plain, type Requirement, type Step } from './route';

const NOBODY: ReadonlySet<string> = new Set();

/**
 * Leaves steps out on some pieces. What follows a step left out waits for what stood before it instead.
 * @param left pieces that do not get a step, besides those that skip it already
 */
export function leavingOut(
  route: readonly Step[],
  left: (step: Step) => ReadonlySet<string> = () => NOBODY,
): Step[] {
  const skips = new Map(route.map((s) => [s.key, new Set([...(s.skips ?? NOBODY), ...left(s)])]));
  const byKey = new Map(route.map((s) => [s.key, s]));
  const skipped = (key: string): ReadonlySet<string> => skips.get(key) ?? NOBODY;
  const before = (step: Step, own: ReadonlySet<string>): Requirement[] =>
    step.after.flatMap((need) => {
      const previous = byKey.get(need.step);
      if (!previous || [...skipped(need.step)].every((p) => own.has(p))) return [];
      const stood = previous.after.filter((r) => skipped(r.step).size === 0);
      // Whoever is not flipped does not wait until it could be: the next coat has waits of its own.
      const still = previous.kind === 'flip' ? stood.map((r) => plain(r.step)) : stood;
      // The limits of a film that is not laid are nobody's.
      return [...still, ...before(previous, own)].map((r) => ({ ...r, max: null }));
    });
  return route.map((step) => {
    const own = skipped(step.key);
    const inherited = (step.kind === 'hang' ? [] : before(step, own)).filter(
      // An order that the step keeps anyway is not said twice.
      (r) => r.film || r.min > 0 || !step.after.some((had) => had.step === r.step),
    );
    return {
      ...step,
      ...(own.size ? { skips: own } : {}),
      ...(inherited.length ? { after: [...step.after, ...inherited] } : {}),
    };
  });
}

/** The route where the backs of some pieces stay as they are: they are neither coated there nor flipped. */
export const sparingBacks = (route: readonly Step[], frontOnly: ReadonlySet<string>): Step[] =>
  leavingOut(route, (step) => (step.face === 'back' || step.kind === 'flip' ? frontOnly : NOBODY));

/** Pieces that are turned in one way, and their route. */
export interface Way {
  pattern: Pattern;
  pieces: ReadonlySet<string>;
  route: readonly Step[];
}

/**
 * One route out of several: prep and hanging are common to all, the coats of every way stand apart and are skipped by the
 * pieces of the others. Steps of the first way keep their keys.
 * @param ways of the same system and coats, each piece in one of them
 */
export function mergeRoutes(ways: readonly Way[]): Step[] {
  const [first, ...others] = ways;
  if (!first) return [];
  if (others.length === 0) return [...first.route];
  const common = new Set(first.route.filter((s) => s.kind === 'prep' || s.kind === 'hang').map((s) => s.key));
  const apart = ways.flatMap((way, i) => {
    const key = (own: string): string => (i === 0 || common.has(own) ? own : `${way.pattern}.${own}`);
    const skips = new Set(ways.flatMap((other) => (other === way ? [] : [...other.pieces])));
    return way.route.map((step) => ({
      ...step,
      key: key(step.key),
      after: step.after.map((r) => ({ ...r, step: key(r.step) })),
      ...(common.has(step.key) ? {} : { skips, ...(i === 0 ? {} : { turn: way.pattern }) }),
    }));
  });
  const hangs = apart.filter((s) => s.kind === 'hang');
  const needs = new Map(hangs.flatMap((s) => s.after).map((r) => [`${r.step} ${r.stage ?? ''}`, r]));
  return [
    ...first.route.filter((s) => s.kind === 'prep'),
    ...apart.filter((s) => !common.has(s.key)),
    ...hangs.slice(0, 1).map((s) => ({ ...s, after: [...needs.values()] })),
  ];
}
