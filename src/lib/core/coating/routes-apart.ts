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
      // A need of a step that a piece does not get is nobody’s: it may be named.
      const stood = previous.after;
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

/** Pieces that have one finish and are turned in one way, and their route. */
export interface Way {
  /** empty for the job’s own */
  finish: string;
  pattern: Pattern;
  pieces: ReadonlySet<string>;
  route: readonly Step[];
}

/**
 * One route out of several: hanging is common to all, prep to all of one finish; the coats of every way stand apart and are
 * skipped by the pieces of the others. Steps of the job’s own finish and pattern keep their keys.
 * @param ways each piece in one of them
 */
export function mergeRoutes(ways: readonly Way[], ownFinish: string, ownPattern: Pattern): Step[] {
  const all = ways.flatMap((w) => [...w.pieces]);
  const without = (members: (way: Way) => boolean): ReadonlySet<string> => {
    const inside = new Set(ways.filter(members).flatMap((w) => [...w.pieces]));
    return new Set(all.filter((p) => !inside.has(p)));
  };
  const apart = ways.flatMap((way) => {
    const prep = new Set(way.route.filter((s) => s.kind === 'prep').map((s) => s.key));
    const key = (own: string): string =>
      own === 'hang'
        ? own
        : [
            ...(way.finish === ownFinish ? [] : [way.finish]),
            ...(prep.has(own) || way.pattern === ownPattern ? [] : [way.pattern]),
            own,
          ].join('.');
    const others = without((w) => w === way);
    const otherFinishes = without((w) => w.finish === way.finish);
    return way.route.map((step) => {
      const skips = step.kind === 'hang' ? NOBODY : step.kind === 'prep' ? otherFinishes : others;
      return {
        ...step,
        key: key(step.key),
        after: step.after.map((r) => ({ ...r, step: key(r.step) })),
        ...(skips.size ? { skips } : {}),
        ...(way.pattern === ownPattern || step.kind === 'hang' || step.kind === 'prep'
          ? {}
          : { turn: way.pattern }),
      };
    });
  });
  // Prep that several ways of one finish share stands once; what closes a way waits for the films of each.
  const steps: Step[] = [];
  for (const step of apart) {
    if (step.kind === 'hang') continue;
    const had = steps.find((s) => s.key === step.key);
    if (!had) steps.push(step);
    else had.after = joined([...had.after, ...step.after]);
  }
  const hangs = apart.filter((s) => s.kind === 'hang');
  const coats = new Set(steps.filter((s) => s.kind !== 'prep').map((s) => s.key));
  const closes = (s: Step): boolean => s.kind === 'prep' && s.after.some((r) => coats.has(r.step));
  return [
    ...steps.filter((s) => s.kind === 'prep' && !closes(s)),
    ...steps.filter((s) => s.kind !== 'prep'),
    ...steps.filter(closes),
    ...hangs.slice(0, 1).map((s) => ({ ...s, after: joined(hangs.flatMap((h) => h.after)) })),
  ];
}

/** Each need once. */
const joined = (needs: readonly Requirement[]): Requirement[] => [
  ...new Map(needs.map((r) => [`${r.step} ${r.stage ?? ''} ${r.min} ${r.max ?? ''}`, r])).values(),
];
