/** What the page of a job's offer shows: the versions, what is behind the newest, and the form of the next. */
import { isPlan } from '$core/planning/model/infeasible';
import { earnedOn, type Earned } from '$core/offer/earned';
import {
  basePrice,
  costWith,
  optionCost,
  optionPrice,
  priceWith,
  stepsWith,
  type Offer,
} from '$core/offer/offer';
import { notIncludedOf, scopeOf } from '$core/offer/scope';
import { pieceState } from '$core/bench/state/state';
import { gets } from '$core/coating/route';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { acceptanceOf, listOffers, type Accepted, type StoredOffer } from '../../store/offers';
import { readSetting } from '../../store/settings';
import { listWorkers } from '../../store/workers';
import type { OpenJob } from '../job/open-job';
import type { JobWithPlan } from '../plan/open-planned';
import { asItCame } from '../take-off/as-it-came';
import { takeOff } from '../take-off/take-off';
import { offeredKitchen, offeredLines, optionsFor, unpriced } from './offered';

/** Before any offer was made. From memory; every one is changed in the form. */
const FIRST_TERMS = { margin: 0.25, taxName: 'Tax', tax: 0, deposit: 0.3, validDays: 30, note: '' };

/** An offer as the customer reads it, priced. */
export interface OfferView {
  id: string;
  version: number;
  madeAt: number;
  offer: Offer;
  accepted: Accepted | null;
  baseCents: number;
  options: { key: string; words: string; cents: number; days: number | null; taken: boolean }[];
  /** with the options that are taken */
  total: ReturnType<typeof priceWith>;
}

export function offerView(db: Db, { id, version, madeAt, offer }: StoredOffer): OfferView {
  const accepted = acceptanceOf(db, id);
  const taken = accepted?.options ?? [];
  return {
    ...{ id, version, madeAt, offer, accepted },
    baseCents: basePrice(offer),
    options: offer.options.map((o) => ({
      ...{ key: o.key, words: o.words, days: o.days },
      cents: optionPrice(o, offer.rates),
      taken: taken.includes(o.key),
    })),
    total: priceWith(offer, taken),
  };
}

/** One version of a job's offer. @param version null: the newest @throws Refused 404 */
export function offerVersion(db: Db, job: string, version: number | null): StoredOffer {
  const all = listOffers(db, job);
  const found = version === null ? all[0] : all.find((o) => o.version === version);
  if (!found)
    throw new Refused(
      404,
      version === null
        ? 'There is no offer of this job yet.'
        : `There is no version ${version} of this offer.`,
    );
  return found;
}

/** Hours and paint since, against what was accepted; null before anything is recorded. */
function earnedSince(db: Db, file: OpenJob, { offer, accepted }: OfferView): Earned | null {
  const totals = accepted && takeOff(db, file, null);
  const came = totals && asItCame(file, totals);
  if (!came) return null;
  const coats = file.route.filter((s) => s.kind === 'coat');
  const coated = file.pieces.every((p) =>
    coats.every((s) => !gets(s, p.id) || pieceState(file.state, p.id).done.has(s.key)),
  );
  return earnedOn(offer, accepted.options, { hours: came.hours, paint: came.paint, coated });
}

/** Why no version can be made now; null where one can. */
function hindrance(db: Db, { file, plan }: JobWithPlan): string | null {
  if (!readSetting(db, 'costs')) return 'Set the labour rate and the currency under Settings first.';
  if (!plan || !isPlan(plan.result))
    return 'There is no plan yet. Plan the job first: an offer names its dates.';
  try {
    offeredLines(db, file);
    return null;
  } catch (refusal) {
    if (refusal instanceof Refused) return refusal.message;
    throw refusal;
  }
}

/**
 * @param shown the version that is shown; null: the newest
 * @param now ms since 1970
 * @throws Refused 404 where there is no such version
 */
export function offerPage(db: Db, job: JobWithPlan, shown: number | null, now: number) {
  const { file } = job;
  const all = listOffers(db, file.job.id);
  const stored = all.length || shown !== null ? offerVersion(db, file.job.id, shown) : null;
  const view = stored && offerView(db, stored);
  const names = new Map(listWorkers(db).map((w) => [w.id, w.name]));
  const last = all[0]?.offer;
  const taken = view?.accepted?.options ?? [];
  const terms = readSetting(db, 'offer') ?? FIRST_TERMS;
  const kitchen = file.choice && file.system ? offeredKitchen(file) : null;
  return {
    view,
    newest: stored !== null && stored.id === all[0]?.id,
    versions: all.map((o) => ({
      version: o.version,
      madeAt: o.madeAt,
      by: names.get(o.madeBy) ?? '',
      accepted: acceptanceOf(db, o.id),
    })),
    behind: view && {
      steps: stepsWith(view.offer, taken),
      minutes: stepsWith(view.offer, taken).reduce((sum, s) => sum + s.minutes, 0),
      costCents: costWith(view.offer, taken),
      options: view.offer.options.map((o) => ({
        key: o.key,
        minutes: o.minutes,
        costCents: optionCost(o, view.offer.rates),
      })),
    },
    earned: view && earnedSince(db, file, view),
    hindrance: hindrance(db, job),
    currency: readSetting(db, 'costs')?.currency ?? '',
    form: {
      id: newId(),
      terms,
      other: (last?.otherCents ?? 0) / 100,
      scope: last?.scope ?? (kitchen ? scopeOf(kitchen) : []),
      notIncluded: last?.notIncluded ?? (kitchen ? notIncludedOf(kitchen) : []),
      /** as the survey and the choice are now, where the last version has other words */
      fresh: kitchen && { scope: scopeOf(kitchen), notIncluded: notIncludedOf(kitchen) },
      options: optionsFor(db, file, now).map((option) => {
        const { key, words } = option;
        const had = last?.options.find((o) => o.key === key);
        const why = unpriced(db, file, option);
        return { key, words, why, on: had !== undefined, other: (had?.otherCents ?? 0) / 100 };
      }),
    },
  };
}

export type OfferPage = ReturnType<typeof offerPage>;
