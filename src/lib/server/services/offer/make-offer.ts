/** A new version of a job's offer, and what is said to it. */
import { ownKey } from '$core/offer/options';
import { isPlan } from '$core/planning/model/infeasible';
import { DAY } from '$core/units/durations';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { asksNow } from '$core/offer/asks';
import { MOST_CENTS, type Offer } from '$core/offer/offer';
import { MOST_MARGIN } from '$core/offer/price';
import { householdIn } from '$core/job-plan/household';
import { dayToMs, isoDay, sayDate } from '$core/units/clock-time';
import { readNumber } from '$core/units/read-number';
import { plannedSteps } from '$core/planning/model/operation-id';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { acceptanceOf, insertAnswer, insertOffer, listOffers } from '../../store/offers';
import { writeSetting } from '../../store/settings';
import { ask } from '../../threads/ask';
import { companyOf, costsOf } from '../company/settings';
import type { JobWithPlan } from '../plan/open-planned';
import { questions } from '../plan/questions';
import { asked, offeredLines, optionsFor, unpriced, workOut } from './offered';

/** A number in a field; `usual` where it is left empty. */
const number = (words: string, least: number, most: number, usual?: number) =>
  z
    .string()
    .transform((text) => readNumber(text) ?? usual)
    .pipe(z.number(words).min(least, words).max(most, words));
const money = (what: string) =>
  number(`Write ${what} as an amount of money, such as 120.50, or leave it empty`, -1e6, MOST_CENTS / 100, 0);
const lines = (what: string) =>
  z.string().transform((text, ctx) => {
    const list = text.split('\n').flatMap((l) => l.trim() || []);
    if (list.length > 60 || list.some((l) => l.length > 300))
      ctx.addIssue({ code: 'custom', message: `${what}: at most 60 lines of 300 letters each` });
    return list;
  });

const formSchema = z.object({
  id: z.uuid('Load the page again, then make the version.'),
  margin: number(`Write the margin in percent, 0 to ${100 * MOST_MARGIN}`, 0, 100 * MOST_MARGIN),
  taxName: z.string().trim().max(40, 'The tax has a name of at most 40 letters'),
  tax: number('Write the tax in percent, 0 to 100', 0, 100),
  deposit: number('Write the deposit in percent of the total, 0 to 100', 0, 100),
  validDays: number('Write for how many days it is valid, 1 to 365', 1, 365),
  other: money('other costs'),
  scope: lines('What is done').refine((l) => l.length > 0, 'Write what is done: at least one line'),
  notIncluded: lines('Not included'),
  note: z.string().trim().max(2000, 'The terms have at most 2000 letters'),
});

const ownOptionSchema = z.object({
  words: z.string().trim().max(300, 'An option has at most 300 letters'),
  hours: number('Write the hours of the option as a number, such as 3.5', -10_000, 10_000, 0),
  cost: money('what is bought for the option'),
  days: number('Write the days that the option moves the hand-back, such as 2', -365, 365, 0),
});

/** Options of the form that are typed in by hand. */
const OWN_OPTIONS = 3;

/** The dates of an offer, by the plan and its risk. @throws Refused 409 where there is no plan */
async function datesOf(db: Db, { file, plan }: JobWithPlan, now: number): Promise<Offer['dates']> {
  const none = new Refused(409, 'There is no plan yet. Plan the job first: an offer names its dates.');
  const asked = questions(db, file, now);
  if (!plan || !isPlan(plan.result) || !asked?.plan) throw none;
  const { inputs, others, at, risk: model } = asked;
  const back = await ask('back-by', { job: { inputs, plan: asked.plan }, others, at, model });
  const household = householdIn(plan, inputs);
  if (!back) throw none;
  const recorded = [...file.state.works.values()].map((w) => w.start);
  const start = Math.min(...recorded, ...plannedSteps(plan).map((s) => s.start));
  const { half, nearlyAll } = back;
  return { start, half, nearlyAll, daysAway: household?.days ?? 0 };
}

/**
 * Makes a version of an offer from the job as it is now: nothing in it changes afterwards. Sent twice it is made once.
 * @param clock ms since 1970
 * @throws Refused 422 with the field, 409 where a rate, a price, a plan or a system is missing
 */
export async function makeOffer(
  db: Db,
  job: JobWithPlan,
  form: FormData,
  worker: string,
  clock: () => number,
): Promise<void> {
  const { file } = job;
  const now = clock();
  const text = (name: string): string => String(form.get(name) ?? '');
  const fields = Object.fromEntries(Object.keys(formSchema.shape).map((name) => [name, text(name)]));
  const given = readInput(formSchema, fields, 'The offer is not complete.');
  const own = Array.from({ length: OWN_OPTIONS }, (_, i) =>
    readInput(
      ownOptionSchema,
      Object.fromEntries(Object.keys(ownOptionSchema.shape).map((name) => [name, text(`own.${i}.${name}`)])),
      'The option is not complete.',
    ),
  );
  const costs = costsOf(db);
  if (!costs) throw new Refused(409, 'Set the labour rate and the currency under Settings first.');
  const chosen = optionsFor(db, file, now).filter((o) => form.get(`offer.${o.key}`) === 'yes');
  for (const option of chosen) {
    const why = unpriced(db, file, option);
    if (why) throw new Refused(409, `“${option.words}” cannot be offered: ${why}`);
  }
  const wanted = chosen.map((option) => ({
    option,
    otherCents: cents(
      readInput(
        money(`what is bought for “${option.words}”`),
        text(`other.${option.key}`),
        'Write an amount.',
      ),
    ),
  }));
  const dates = await datesOf(db, job, now);
  const lines = offeredLines(db, file, job.plan);
  const options = await workOut(db, file, wanted, now);
  const idle = options.find((o) => o.key === 'quicker' && (o.days ?? 0) >= 0);
  if (idle)
    throw new Refused(
      409,
      `“${idle.words}” does not bring the kitchen back sooner: leave it out of the offer.`,
      `offer.${idle.key}`,
    );
  if (!file.choice) throw new Refused(409, 'Choose a system and plan the job first.');
  const company = companyOf(db);
  const { name, place, zone } = file.job;
  const terms = {
    margin: given.margin / 100,
    taxName: given.taxName,
    tax: given.tax / 100,
    deposit: given.deposit / 100,
    note: given.note,
  };
  const offer: Offer = {
    company: { name: company.name, town: company.town, contact: company.contact },
    job: { name, place, zone },
    currency: costs.currency,
    rates: { hourCents: costs.hourCents, margin: terms.margin, tax: terms.tax, deposit: terms.deposit },
    taxName: terms.taxName,
    validUntil: isoDay(now + given.validDays * DAY, zone),
    scope: given.scope,
    notIncluded: given.notIncluded,
    dates,
    ...lines,
    otherCents: cents(given.other),
    options: [
      ...options,
      ...own.flatMap((o, i) =>
        o.words
          ? [
              {
                key: ownKey(i),
                words: o.words,
                steps: [{ key: ownKey(i), act: o.words, minutes: o.hours * 60, kitchen: true }].filter(
                  (s) => s.minutes !== 0,
                ),
                minutes: o.hours * 60,
                paint: [],
                otherCents: cents(o.cost),
                days: o.days,
              },
            ]
          : [],
      ),
    ],
    note: terms.note,
    asks: asksNow(asked(file, file.choice)),
  };
  db.transaction(() => {
    insertOffer(db, file.job.id, { id: given.id, madeAt: now, madeBy: worker, offer });
    writeSetting(db, 'offer', { ...terms, validDays: given.validDays });
  }).immediate();
}

const cents = (amount: number): number => Math.round(amount * 100);

/** The newest version of a job's offer. @throws Refused 404, 409 where the one that is named is older */
function newestOf(db: Db, job: string, id: string): ReturnType<typeof listOffers>[number] {
  const [newest, ...older] = listOffers(db, job);
  if (newest?.id === id) return newest;
  if (older.some((o) => o.id === id))
    throw new Refused(409, 'There is a newer version of this offer. Only the newest can be accepted.');
  throw new Refused(404, 'There is no such offer of this job. Load the page again.');
}

const acceptSchema = z.object({
  name: z.string().trim().min(1, 'Write who accepted the offer').max(120, 'A name has at most 120 letters'),
  day: z.iso.date('Write the day on which it was accepted'),
});

/**
 * Records that the newest version was accepted. Said twice it is recorded once.
 * @param now ms since 1970
 * @throws Refused 404, 409 where it is not the newest, or is accepted otherwise already; 422 with the field
 */
export function acceptOffer(db: Db, job: string, form: FormData, worker: string, now: number): void {
  const given = readInput(
    acceptSchema,
    { name: String(form.get('name') ?? ''), day: String(form.get('day') ?? '') },
    'Write who accepted it, and when.',
  );
  db.transaction(() => {
    const { id, offer, madeAt } = newestOf(db, job, String(form.get('offer') ?? ''));
    const options = offer.options.flatMap((o) => (form.get(`take.${o.key}`) === 'yes' ? [o.key] : []));
    const had = acceptanceOf(db, id);
    if (had) {
      if (had.name === given.name && had.day === given.day && had.options.join() === options.join()) return;
      throw new Refused(
        409,
        `${had.name} accepted this version already. Take that back first, or make a new version.`,
      );
    }
    const { zone } = offer.job;
    if (given.day < isoDay(madeAt, zone) || given.day > isoDay(now, zone))
      throw new Refused(422, 'It was accepted between the day it was made and today: write that day.', 'day');
    if (given.day > offer.validUntil)
      throw new Refused(
        409,
        `This version was valid until ${sayDate(dayToMs(offer.validUntil, zone), zone)}. Make a new one with today’s figures.`,
        'day',
      );
    insertAnswer(db, { id: newId(), offer: id, kind: 'accepted', ...given, options, at: now, worker });
  }).immediate();
}

/** Takes an acceptance back that was recorded by mistake; the record of it stays. @throws Refused 404, 409 */
export function withdrawAcceptance(db: Db, job: string, offer: string, worker: string, now: number): void {
  db.transaction(() => {
    const { id } = newestOf(db, job, offer);
    const had = acceptanceOf(db, id);
    if (!had) return;
    const answer = { name: had.name, day: had.day, options: had.options, at: now, worker };
    insertAnswer(db, { id: newId(), offer: id, kind: 'withdrawn', ...answer });
  }).immediate();
}
