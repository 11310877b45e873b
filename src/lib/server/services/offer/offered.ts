/** The hours and the paint that an offer is reckoned from, and what of a kitchen can be offered besides. */
import { piecesBegun } from '$core/bench/state/state';
import {
  paintOver,
  stepsOver,
  type OfferedOption,
  type OfferedPaint,
  type OfferedStep,
} from '$core/offer/offer';
import type { Choice } from '$core/planning/job/choice';
import { asksOver, type AskedJob } from '$core/offer/asks';
import { possibleOptions, type PossibleOption } from '$core/offer/options';
import type { OfferedKitchen } from '$core/offer/scope';
import { fixedOf } from '$core/takeoff/fixed-zones';
import { isoDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import type { OpenJob } from '../job/open-job';
import { asIf, comesToHere } from '../plan/as-if';
import { proposeFor } from '../plan/propose';
import { isForeseen } from '../air/place-air';
import { questions } from '../plan/questions';
import type { StoredPlan } from '../../store/plans';
import { takeOff } from '../take-off/take-off';

interface OfferedLines {
  steps: OfferedStep[];
  paint: OfferedPaint[];
}

/**
 * @param plan by which it is cleaned out between materials; as seldom as can be without
 * @throws Refused 409 before a system is chosen, or where a price is missing
 */
export function offeredLines(db: Db, file: OpenJob, plan: StoredPlan | null = null): OfferedLines {
  const totals = takeOff(db, file, plan);
  if (!totals) throw new Refused(409, 'Choose a system and plan the job first.');
  if (totals.unpriced.length)
    throw new Refused(
      409,
      `There is no price of ${totals.unpriced.join(', ')}. Write sizes and prices under Take-off.`,
    );
  return {
    steps: totals.hours.map(({ key, act, minutes, kitchen }) => ({ key, act, minutes, kitchen })),
    paint: totals.lines.map((l) => ({
      name: l.product.name,
      colour: l.colour,
      ml: l.volumeMl,
      laidMl: l.onWorkMl + l.missesMl,
      cents: l.cover.cents ?? 0,
    })),
  };
}

/** The kitchen as an offer words it. @throws Refused 409 before a system is chosen */
export function offeredKitchen({ job, pieces, zones, choice, system }: OpenJob): OfferedKitchen {
  if (!choice || !system) throw new Refused(409, 'Choose a system and plan the job first.');
  const fixed = [...new Set(fixedOf(job, pieces).work.map((w) => w.kind))];
  return { pieces, zones, fixed, choice, system };
}

/** What this kitchen can be offered besides; nothing once work has begun. */
export function optionsFor(db: Db, file: OpenJob, now: number): PossibleOption[] {
  const { choice, pieces, state } = file;
  if (!choice || piecesBegun(state)) return [];
  const proposals = proposeFor(db, file, now).list;
  return possibleOptions({ pieces, choice, proposals, canWarm: choice.air === 'place' && isForeseen() });
}

/** The job as if an option were taken. @throws Error when a figure is missing */
const withOption = (file: OpenJob, option: PossibleOption): OpenJob =>
  asIf(
    file,
    option.choice,
    file.pieces.map((p, i) => ({
      ...p,
      condition: { ...p.condition, ...option.changes(p.condition, i) },
    })),
  );

/** Why an option cannot be priced; null where it can. */
export function unpriced(db: Db, file: OpenJob, option: PossibleOption): string | null {
  try {
    offeredLines(db, withOption(file, option));
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/**
 * Plans and measures options, each as if it alone were taken.
 * @param wanted each with what is bought or hired for it, cents
 * @throws Refused 409 where a price is missing
 */
export async function workOut(
  db: Db,
  file: OpenJob,
  wanted: readonly { option: PossibleOption; otherCents: number }[],
  now: number,
): Promise<OfferedOption[]> {
  const { choice } = file;
  if (!choice || wanted.length === 0) return [];
  const without = asIf(file, choice);
  const lines = offeredLines(db, without);
  const back = (await comesToHere(db, without, now))?.back;
  const out: OfferedOption[] = [];
  for (const { option, otherCents } of wanted) {
    const then = withOption(file, option);
    const own = offeredLines(db, then);
    const warm = option.warm ? questions(db, then, now)?.warmer?.air : undefined;
    const moved = await comesToHere(db, then, now, {
      alter: (inputs) => (warm ? { ...inputs, air: warm } : inputs),
    });
    const steps = stepsOver(lines.steps, own.steps);
    out.push({
      ...{ key: option.key, words: option.words, steps, otherCents },
      minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
      paint: paintOver(lines.paint, own.paint),
      days: back !== undefined && moved ? daysBetween(back, moved.back, file.job.zone) : null,
      asks: asksOver(asked(file, choice), asked(then, option.choice), option.warm),
    });
  }
  return out;
}

/** A job as offers ask something of it. */
export const asked = ({ pieces }: Pick<OpenJob, 'pieces'>, choice: Choice): AskedJob => ({ pieces, choice });

/** Days of the calendar from one moment to another. */
const daysBetween = (from: number, to: number, zone: string): number =>
  Math.round((Date.parse(isoDay(to, zone)) - Date.parse(isoDay(from, zone))) / 86_400_000);
