/** A proposed system as a choice for a job, or for what of it is finished otherwise; and what it would come to here. */
import type { ComesTo } from '$core/job-plan/comes-to';
import { visitsOf, waysOf } from '$core/job-plan/ways';
import type { Proposal } from '$core/coating/proposal';
import { choiceSchema, FINISHED_APART, type Choice } from '$core/planning/job/choice';
import { finishGroups } from '$core/planning/job/finishes';
import { divideByZone } from '$core/planning/job/lots';
import { cheapestCover } from '$core/takeoff/cover';
import { hoursBySteps, needsByZone } from '$core/takeoff/needs';
import type { Db } from '../../db/open';
import { readInput } from '../../read-input';
import { Refused } from '../../refused';
import { listCans } from '../../store/cans';
import { readSetting } from '../../store/settings';
import { ask } from '../../threads/ask';
import type { OpenJob } from '../job/open-job';
import { sizesOf } from '../take-off/take-off';
import { planInputs } from './make/plan-inputs';
import { choiceFromForm } from './plan-form';
import { proposeFor } from './propose';

/** What a proposal is for: the whole job, a colour zone, or what is finished apart. @throws Refused 422 for anything else */
export function partOf(file: OpenJob, text: string): string | null {
  if (text === '') return null;
  if ((FINISHED_APART as readonly string[]).includes(text) || file.zones.some((z) => z.id === text))
    return text;
  throw new Refused(422, 'There is no such part of the kitchen.', 'for');
}

/** @throws Refused 422 when there is no such system */
export function proposalOf(db: Db, file: OpenJob, part: string | null, key: string, now: number): Proposal {
  const proposal = proposeFor(db, file, now, part).list.find((p) => p.system.key === key);
  if (!proposal) throw new Refused(422, 'There is no such finish system.', 'system');
  return proposal;
}

/**
 * The choice that a proposal comes to: its coats for this kitchen, its tool, the place that was answered.
 * @throws Refused 409 where a part is to be finished otherwise and the job itself has no finish yet
 */
export function choiceOf(
  db: Db,
  file: OpenJob,
  part: string | null,
  { system, counts, tool }: Proposal,
  now: number,
): Choice {
  if (part !== null) {
    if (!file.choice)
      throw new Refused(409, 'Choose the finish of the kitchen first, then what is finished otherwise.');
    const finishes = { ...file.choice.finishes, [part]: { system, counts, tool } };
    return readInput(choiceSchema, { ...file.choice, finishes }, 'The choice is not complete.');
  }
  const form = new FormData();
  form.set('system', system.key);
  form.set('newest', 'yes');
  counts.forEach((count, i) => {
    form.set(`back.${system.key}.${i}`, String(count.back));
    form.set(`front.${system.key}.${i}`, String(count.front));
  });
  form.set('tool', tool);
  form.set('place', proposeFor(db, file, now).answers.place);
  return readInput(choiceSchema, choiceFromForm(db, file, form, now), 'The choice is not complete.');
}

/** What a system comes to in this kitchen. */
export interface Here extends ComesTo {
  ml: number;
  /** paint and labour; null where a price is missing */
  cents: number | null;
}

/** Plans and measures a choice as if it were taken, in a planning thread; null where it cannot be planned. */
export async function comesToHere(db: Db, file: OpenJob, choice: Choice, now: number): Promise<Here | null> {
  const groups = finishGroups(choice, file.pieces, file.zones);
  const lots = divideByZone(groups.pieces, groups.zones, choice, [], (i) => `as if ${i}`);
  const inputs = planInputs(db, { ...file, lots }, now, choice);
  if (!inputs || file.pieces.length === 0) return null;
  const made = await ask('comes-to', { inputs, at: now });
  if (!made) return null;
  const { plainRoute, fixed } = waysOf(choice, file.job, inputs.pieces);
  const needs = needsByZone(plainRoute, file.pieces, fixed);
  const cans = listCans(db);
  const measures = readSetting(db, 'measures') ?? 'metric';
  const prices = needs.map((n) => cheapestCover(n.volumeMl, sizesOf(cans, n.product.key, measures)).cents);
  const hours = hoursBySteps(
    plainRoute,
    lots.map((l) => l.pieces),
    [...fixed, ...visitsOf(choice, file.pieces, lots, plainRoute)],
  );
  const minutes = hours.reduce((sum, h) => sum + h.minutes, 0);
  const costs = readSetting(db, 'costs');
  const paint = prices.reduce<number | null>((sum, c) => (sum === null || c === null ? null : sum + c), 0);
  return {
    ...made,
    minutes,
    ml: needs.reduce((sum, n) => sum + n.volumeMl, 0),
    cents: paint === null || !costs ? null : paint + Math.round((minutes / 60) * costs.hourCents),
  };
}
