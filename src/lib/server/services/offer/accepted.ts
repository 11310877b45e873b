/** What a customer accepted, against what is planned: it is planned as it was accepted, and a difference is said until there is none. */
import { isOwn } from '$core/offer/options';
import { choiceAsAccepted, differences, together, type Asks } from '$core/offer/asks';
import type { Offer } from '$core/offer/offer';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { acceptanceOf, listOffers } from '../../store/offers';
import { openJob, type OpenJob } from '../job/open-job';
import { choosePlan } from '../plan/choose-plan';
import { noteCondition } from '../survey/note-condition';
import { systemCalled } from '../systems/systems';
import { asked } from './offered';

/** The newest version that is accepted, with the options that are taken; null where none is. */
function acceptedOf(db: Db, job: string): { offer: Offer; taken: Offer['options'] } | null {
  for (const { id, offer } of listOffers(db, job)) {
    const accepted = acceptanceOf(db, id);
    if (accepted) return { offer, taken: offer.options.filter((o) => accepted.options.includes(o.key)) };
  }
  return null;
}

/** All that was accepted asks for. */
const asksOf = ({ offer, taken }: { offer: Offer; taken: Offer['options'] }): Asks =>
  together([offer.asks ?? {}, ...taken.flatMap((o) => o.asks ?? [])]);

/** What of an accepted offer is not planned, a sentence each; nothing once the kitchen is handed over. */
export function notAsAccepted(db: Db, file: OpenJob): string[] {
  if (file.state.handedOver !== null) return [];
  const accepted = acceptedOf(db, file.job.id);
  if (!accepted) return [];
  if (!file.choice) return ['An offer is accepted, and nothing is planned.'];
  const byHand = accepted.taken.flatMap(({ key, words, minutes }) =>
    isOwn(key) && minutes > 0
      ? [`Accepted besides: ${words}, ${Number((minutes / 60).toFixed(1))} h. No plan knows of it.`]
      : [],
  );
  return [...differences(asksOf(accepted), asked(file, file.choice)), ...byHand];
}

/**
 * Plans a job as it was accepted: choice and conditions, and the plan that follows from them.
 * @param clock ms since 1970
 * @returns why that cannot be; null where it is planned so
 */
export async function planAsAccepted(db: Db, job: string, clock: () => number): Promise<string | null> {
  const accepted = acceptedOf(db, job);
  const file = openJob(db, job);
  const { choice } = file;
  if (!accepted || !choice) return null;
  const asks = asksOf(accepted);
  if (!differences(asks, asked(file, choice)).length) return null;
  try {
    const wanted = choiceAsAccepted(asks, choice, (key) => systemCalled(db, key));
    for (const { ids, inside, handles } of asks.pieces ?? [])
      noteCondition(db, job, ids, { ...(inside ? { inside } : {}), ...(handles ? { handles } : {}) });
    await choosePlan(db, job, wanted, clock);
    return null;
  } catch (refusal) {
    if (!(refusal instanceof Refused)) throw refusal;
    return refusal.message;
  }
}
