/** What goes wrong, why, and what to do. Common practice, no source; the product's data sheet decides. */
import { DAY_MINUTES } from '$core/units/durations';
import { frozen } from '../frozen';

interface Failure {
  key: string;
  seen: string;
  cause: string;
  remedy: string;
  /** minutes the film must be old before the remedy may begin */
  waitMinutes: number;
  /** whether the film must be cured first as well */
  afterCure: boolean;
  /** usual minutes of work */
  minutes: number;
  basis: string;
}

export const FAILURES = frozen([
  {
    key: 'peeling',
    seen: 'Peeling or flaking',
    cause: 'Grease left, gloss not broken, or no bond coat',
    remedy: 'Strip to sound film, degrease, sand, spot-prime, recoat. Not before a patch test holds.',
    waitMinutes: 7 * DAY_MINUTES,
    afterCure: false,
    minutes: 60,
    basis: 'remedy: common practice; bond time T11',
  },
  {
    key: 'run',
    seen: 'Run, sag or drip',
    cause: 'Too much on edges and details',
    remedy: 'Leave it until it is hard. Sand flat, cut back, recoat.',
    waitMinutes: 14 * DAY_MINUTES,
    afterCure: false,
    minutes: 30,
    basis: 'T22: cut back properly after two to three weeks',
  },
  {
    key: 'nick',
    seen: 'Nick or chip',
    cause: 'A knock before the film was hard',
    remedy: 'Scuff, small brush, as many thin coats as it takes.',
    waitMinutes: 0,
    afterCure: false,
    minutes: 15,
    basis: 'T23',
  },
  {
    key: 'bleed',
    seen: 'Stain coming through',
    cause: 'Tannin, an old stain or oils',
    remedy: 'Stain-blocking primer on the spot or all over, then recoat.',
    waitMinutes: 2 * DAY_MINUTES,
    afterCure: false,
    minutes: 40,
    basis: 'common practice; wait from memory',
  },
  {
    key: 'print',
    seen: 'Sticking, or printed by a bumper or handle',
    cause: 'Hung or fitted too early',
    remedy: 'Free it, pad it, wait for the cure, then repair the print.',
    waitMinutes: 0,
    afterCure: true,
    minutes: 20,
    basis: 'common practice',
  },
  {
    key: 'crack',
    seen: 'Cracked joint line',
    cause: 'A floating panel was caulked',
    remedy: 'Cut the caulk free; touch in the line.',
    waitMinutes: 0,
    afterCure: false,
    minutes: 20,
    basis: 'common practice',
  },
  {
    key: 'worn',
    seen: 'Soft, worn or stained',
    cause: 'Water, heat or a harsh cleaner',
    remedy: 'Clean, dry, sand, recoat with a tougher system.',
    waitMinutes: 0,
    afterCure: true,
    minutes: 60,
    basis: 'common practice',
  },
  {
    key: 'soft',
    seen: 'Soft, takes a nail',
    cause: 'Too thick, cold, damp, or not cured yet',
    remedy: 'Warm and dry air, and wait. If it stays soft after the cure: strip and coat anew.',
    waitMinutes: 0,
    afterCure: true,
    minutes: 20,
    basis: 'common practice',
  },
  {
    key: 'swollen',
    seen: 'Swollen or lifted at an edge',
    cause: 'Water got behind the film at a bare or thin edge',
    remedy:
      'Dry it for days, cut back what is loose, seal the edge, fill, prime and coat. Chipboard that swelled is replaced.',
    waitMinutes: 3 * DAY_MINUTES,
    afterCure: false,
    minutes: 50,
    basis: 'common practice; wait from memory',
  },
  {
    key: 'colour',
    seen: 'Another colour or gloss',
    cause: 'Touched in with another can, light, or a clear that yellowed',
    remedy: 'Coat the whole face from one can, stirred and strained.',
    waitMinutes: 0,
    afterCure: false,
    minutes: 30,
    basis: 'common practice',
  },
] as const satisfies readonly Failure[]);
export type FailureKey = (typeof FAILURES)[number]['key'];

/** The failure with a key. @throws Error when there is none */
export function failureOf(key: string): Failure {
  const failure = FAILURES.find((f) => f.key === key);
  if (!failure) throw new Error(`There is no failure “${key}”`);
  return failure;
}

/**
 * The first moment at which a remedy may begin.
 * @param failure what was seen
 * @param now ms since 1970 of the check
 * @param laid ms since 1970 when the last coat on the piece was finished, null when none is recorded
 * @param cureMinutes minutes from then to cured, null when the product names none
 * @returns ms since 1970, never before `now`
 */
export function earliestRemedy(
  failure: Failure,
  now: number,
  laid: number | null,
  cureMinutes: number | null,
): number {
  if (laid === null) return now;
  const wait = Math.max(failure.waitMinutes, failure.afterCure ? (cureMinutes ?? 0) : 0);
  return Math.max(now, laid + wait * 60_000);
}
