/** A proposed system as a choice for a job, or for what of it is finished otherwise. */
import type { Proposal } from '$core/coating/proposal';
import { choiceSchema, FINISHED_APART, type Choice } from '$core/planning/job/choice';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import type { OpenJob } from '../job/open-job';
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
