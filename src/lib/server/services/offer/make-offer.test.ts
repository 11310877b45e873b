/** Offers of a planned kitchen: made once, never changed, accepted once, and held against what came. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY } from '$core/units/durations';
import { beforeEach, describe, expect, it } from 'vitest';
import { factOf, SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { emptyDatabase, madeOnce, newDatabase } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import { usualCounts } from '$core/coating/system';
import { FAST_CABINET, SHELLAC_URETHANE } from '$core/coating/systems/index';
import { priceWith } from '$core/offer/offer';
import { choiceSchema } from '$core/planning/job/choice';
import { isoDay } from '$core/units/clock-time';
import type { JobExport } from '$core/formats/job-json';
import type { Db } from '../../db/open';
import { offerPdf } from '../../files/offer-pdf';
import { writeCans } from '../../store/cans';
import { listOffers } from '../../store/offers';
import { bringIn, exportJob, readImport } from '../across/job-exchange';
import { recordFacts } from '../bench/record-facts';
import { setCosts } from '../company/settings';
import { openJob } from '../job/open-job';
import { choosePlan } from '../plan/choose-plan';
import { openPlanned } from '../plan/open-planned';
import { noteCondition } from '../survey/note-condition';
import { saveSurvey } from '../survey/save-survey';
import { takeOff } from '../take-off/take-off';
import { notAsAccepted, planAsAccepted } from './accepted';
import { acceptOffer, makeOffer, withdrawAcceptance } from './make-offer';
import { offerPage, offerVersion, offerView } from './offer-page';

const NOW = Date.UTC(2026, 2, 9, 11);
const ZONE = 'America/Halifax';
let db: Db;
let job: string;
let worker: string;

const chosen = madeOnce(async () => {
  ({ db, job, worker } = newDatabase({ zone: ZONE, colour: 'Slatewing' }, NOW - 9 * DAY));
  saveSurvey(db, job, SMALL_KITCHEN);
  setCosts(db, { currency: 'CAD', hour: '60' });
  for (const p of SHELLAC_URETHANE.products) writeCans(db, p.key, [{ ml: 1000, cents: 4000 }]);
  const pieces = openJob(db, job).pieces.map((p) => p.id);
  noteCondition(db, job, pieces, { wood: 'oak' });
  await choosePlan(db, job, choiceSchema.parse({ ...usualChoice([worker]), visits: true }), () => NOW);
  return { db, job, worker };
});
beforeEach(async () => {
  ({ db, job, worker } = await chosen());
});

let serial = 0;
const form = (fields: Record<string, string> = {}): FormData => {
  const made = new FormData();
  const usual = {
    id: `01990000-0000-7000-8000-${String(++serial).padStart(12, '0')}`,
    ...{ margin: '20', taxName: 'HST', tax: '15', deposit: '30', validDays: '30', other: '' },
    ...{ scope: 'All doors', notIncluded: 'Shelves\n\n Walls ', note: '' },
  };
  for (const [name, value] of Object.entries({ ...usual, ...fields })) made.set(name, value);
  return made;
};
const planned = (at = NOW) => openPlanned(db, job, at);
const make = (fields: Record<string, string> = {}, at = NOW) =>
  makeOffer(db, planned(at), form(fields), worker, () => at);
const newest = () => offerVersion(db, job, null);
const accept = (fields: Record<string, string>, at = NOW) =>
  acceptOffer(
    db,
    job,
    form({ offer: newest().id, name: 'Mx Reed', day: isoDay(at, ZONE), ...fields }),
    worker,
    at,
  );

describe('a version', () => {
  it('holds the hours, the paint and the rates of the moment, and dates that the risk supports', async () => {
    await make();
    const { offer, version } = newest();
    const totals = takeOff(db, openJob(db, job), null);
    expect(version).toBe(1);
    expect(offer.notIncluded).toEqual(['Shelves', 'Walls']);
    const minutes = offer.steps.reduce((sum, s) => sum + s.minutes, 0);
    expect(minutes).toBeCloseTo(totals?.minutes ?? 0, 6);
    const paint = offer.paint.reduce((sum, p) => sum + p.cents, 0);
    expect(paint).toBe(totals?.paintCents);
    // An hour is 60.00, so a minute 100 cents; a fifth of the price is left.
    const net = Math.round((Math.round(minutes * 100) + paint) / 0.8);
    expect(priceWith(offer, []).netCents).toBe(net);
    const { plan } = planned();
    const back = plan && isPlan(plan.result) ? plan.t0 + plan.result.makespan * 60_000 : NaN;
    // Nobody is done before nine of ten coats are as they should be: the even chance is no sooner than half a day before the plan.
    expect(offer.dates.half).toBeGreaterThan(back - DAY / 2);
    expect(offer.dates.nearlyAll).toBeGreaterThanOrEqual(offer.dates.half);
    expect(offer.dates.start).toBeLessThan(offer.dates.half);
    expect(offer.dates.daysAway).toBeGreaterThan(2);
    expect(offer.validUntil).toBe('2026-04-08');
  });

  it('is made once however often it is sent, and is never changed', async () => {
    const sent = form();
    await makeOffer(db, planned(), sent, worker, () => NOW);
    await makeOffer(db, planned(), sent, worker, () => NOW);
    await make({ margin: '30' });
    expect(listOffers(db, job).map((o) => [o.version, o.offer.rates.margin])).toEqual([
      [2, 0.3],
      [1, 0.2],
    ]);
    expect(() => db.prepare("UPDATE offer SET body = '{}'").run()).toThrow(/new version/);
    // The next form begins with what the last reckoned with.
    expect(offerPage(db, planned(), null, NOW).form.terms).toMatchObject({ margin: 0.3, taxName: 'HST' });
    expect(refusal(() => offerVersion(db, job, 7))).toMatchObject({ status: 404 });
    expect((await offerPdf(offerView(db, newest()), false)).subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('keeps nothing of what is wrong, and names the field', async () => {
    for (const [field, value, says] of [
      ['margin', '95', 'margin in percent'],
      ['tax', 'much', 'tax in percent'],
      ['validDays', '0', 'valid'],
      ['scope', '  ', 'at least one line'],
      ['other', 'ten', 'amount of money'],
      ['own.1.hours', 'x', 'hours of the option'],
    ] as const) {
      const given = field === 'own.1.hours' ? { [field]: value, 'own.1.words': 'Hooks' } : { [field]: value };
      await expect(make(given)).rejects.toMatchObject({
        status: 422,
        message: expect.stringContaining(says) as string,
      });
    }
    db.prepare("DELETE FROM setting WHERE key = 'costs'").run();
    await expect(make()).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('labour rate') as string,
    });
    expect(listOffers(db, job)).toEqual([]);
    expect(offerPage(db, planned(), null, NOW).hindrance).toContain('labour rate');
  });
});

const takeOffKeys = (id: string): string[] =>
  (takeOff(db, openJob(db, id), null)?.hours ?? []).map((h) => h.key);

it('goes into the job’s file with all that was said to it, and comes back the same elsewhere', async () => {
  await make({ 'offer.grain': 'yes', 'offer.insides': 'yes' });
  accept({ 'take.grain': 'yes' });
  withdrawAcceptance(db, job, newest().id, worker, NOW + 1);
  await make({ margin: '25' });
  accept({ name: 'Mx Vale' });
  const file = JSON.parse(JSON.stringify(exportJob(db, job))) as JobExport;
  expect(file.offers.map((o) => [o.version, o.answers.map((a) => a.kind)])).toEqual([
    [1, ['accepted', 'withdrawn']],
    [2, ['accepted']],
  ]);
  const other = emptyDatabase();
  expect(bringIn(other, readImport(file, NOW))).toBe(job);
  expect(exportJob(other, job).offers).toEqual(file.offers);
  // In the same house under another job its ids are new, and all it says is kept.
  const twin = { ...file, job: { ...file.job, id: crypto.randomUUID() }, facts: [] };
  bringIn(db, readImport(twin, NOW));
  const again = exportJob(db, twin.job.id).offers;
  const told = ({ offer }: JobExport['offers'][number]) => [
    priceWith(offer, ['grain']),
    offer.steps.map((t) => [t.act, t.minutes]),
  ];
  expect(again.map(told)).toEqual(file.offers.map(told));
  // What an option asks of pieces is asked of the same pieces.
  const codes = (id: string) => new Map(openJob(db, id).pieces.map((p) => [p.id, p.code]));
  const askedOf = (offers: JobExport['offers'], id: string) =>
    offers
      .flatMap((o) => o.offer.options.flatMap((x) => x.asks?.pieces ?? []))
      .map((a) => a.ids.map((p) => codes(id).get(p)));
  expect(askedOf(again, twin.job.id)).toEqual(askedOf(file.offers, job));
  expect(askedOf(again, twin.job.id).flat().length).toBeGreaterThan(0);
  // Steps name lots and colours: they are renamed with them.
  const keys = new Set(again.flatMap((o) => o.offer.steps.map((t) => t.key)));
  expect([...takeOffKeys(twin.job.id)].every((key) => keys.has(key))).toBe(true);
  expect(again.some((o) => file.offers.some((f) => f.id === o.id))).toBe(false);
  // Files from before offers come in; one that takes what was not offered does not.
  Reflect.deleteProperty(twin, 'offers');
  bringIn(emptyDatabase(), readImport(twin, NOW));
  const [first] = file.offers;
  first?.answers[0]?.options.push('gold leaf');
  expect(refusal(() => readImport(file, NOW)).message).toContain('offers.0.answers.0.options');
});

describe('options', () => {
  it('are worked out as if taken: filled grain and one more coat take hours, and nothing of the job changes', async () => {
    const before = JSON.stringify(openJob(db, job).job);
    const { form: offered } = offerPage(db, planned(), null, NOW);
    expect(offered.options.filter((o) => o.why === null).map((o) => o.key)).toEqual([
      'insides',
      'grain',
      'coat',
      'handles',
      'quicker',
    ]);
    // A larger rack for four pieces gains nothing: nobody is sold the same day.
    await expect(make({ 'offer.quicker': 'yes' })).rejects.toThrow(/does not bring the kitchen back sooner/);
    expect(listOffers(db, job)).toEqual([]);
    await make({
      'offer.grain': 'yes',
      'other.grain': '180,50',
      'offer.coat': 'yes',
      'own.0.words': 'Soft-close hinges',
      'own.0.hours': '2',
      'own.0.cost': '90',
      'own.0.days': '0',
    });
    const options = new Map(newest().offer.options.map((o) => [o.key, o]));
    expect([...options.keys()]).toEqual(['grain', 'coat', 'own 1']);
    expect(options.get('grain')?.steps.some((s) => /grain/i.test(s.act) && s.minutes > 0)).toBe(true);
    const coat = options.get('coat');
    expect(coat?.minutes).toBeGreaterThan(10);
    expect(coat?.paint.every((p) => p.name.includes('urethane'))).toBe(true);
    expect(coat?.days).toBeGreaterThanOrEqual(0);
    expect(options.get('grain')?.otherCents).toBe(18_050);
    expect(options.get('own 1')).toMatchObject({ minutes: 120, otherCents: 9000, days: 0 });
    expect(JSON.stringify(openJob(db, job).job)).toBe(before);
  });
});

describe('an acceptance', () => {
  it('names who and when, once, of the newest version, while it is valid', async () => {
    await make({ 'offer.grain': 'yes' });
    const old = newest().id;
    expect(refusal(() => accept({ name: ' ' }))).toMatchObject({ status: 422, field: 'name' });
    expect(refusal(() => accept({ day: '2026-03-10' }))).toMatchObject({ status: 422, field: 'day' });
    expect(refusal(() => accept({ day: '2026-03-01' }))).toMatchObject({ status: 422, field: 'day' });
    expect(refusal(() => accept({}, NOW + 40 * DAY))).toMatchObject({ status: 409, field: 'day' });
    accept({ 'take.grain': 'yes' });
    accept({ 'take.grain': 'yes' });
    expect(db.prepare('SELECT count(*) FROM offer_answer').pluck().get()).toBe(1);
    expect(offerView(db, newest()).accepted).toEqual({
      name: 'Mx Reed',
      day: '2026-03-09',
      options: ['grain'],
    });
    expect(refusal(() => accept({ name: 'Another' })).message).toContain('accepted this version already');
    withdrawAcceptance(db, job, old, worker, NOW + 1);
    withdrawAcceptance(db, job, old, worker, NOW + 1);
    expect(offerView(db, newest()).accepted).toBeNull();
    expect(db.prepare('SELECT count(*) FROM offer_answer').pluck().get()).toBe(2);
    await make();
    expect(refusal(() => accept({ offer: old })).message).toContain('newer version');
    const other = newDatabase();
    expect(
      refusal(() =>
        acceptOffer(other.db, other.job, form({ offer: old, name: 'A', day: '2026-03-09' }), worker, NOW),
      ),
    ).toMatchObject({ status: 404 });
  });

  it('is held against the hours that came', async () => {
    await make();
    accept({});
    expect(offerPage(db, planned(), null, NOW).earned).toBeNull();
    const pieces = openJob(db, job).pieces.map((p) => p.id);
    const clean = openJob(db, job).route.find((s) => s.kind === 'prep');
    const [lot] = openJob(db, job).lots;
    if (!lot || !clean) throw new Error('no lot');
    const at = NOW + 3_600_000;
    const begin = factOf(job, worker, at, {
      ...{ kind: 'work.started', step: clean.key, lot: lot.id, pieces: lot.pieces },
    });
    recordFacts(db, job, [
      factOf(job, worker, NOW, { kind: 'piece.labelled', pieces }),
      factOf(job, worker, NOW + 1, { kind: 'piece.down', pieces, place: 'rack' }),
      begin,
      factOf(job, worker, at + 20 * 60_000, { kind: 'work.finished', work: begin.id, leftOut: [] }),
    ]);
    const earned = offerPage(db, planned(at), null, at).earned;
    const offered = newest().offer.steps.find((s) => s.key === clean.key)?.minutes ?? NaN;
    const line = earned?.steps.find((s) => s.key === clean.key);
    expect(line?.came).toBeCloseTo(20, 6);
    const whole = openJob(db, job).lots.length === 1;
    expect(line?.cents).toBe(whole ? Math.round((offered - 20) * 100) : null);
    expect(earned?.standsCents).toBe((earned?.offeredCents ?? NaN) + (earned?.soFar ?? NaN));
  });
});

describe('what was accepted', () => {
  const take = (...keys: string[]) => Object.fromEntries(keys.map((k) => [`take.${k}`, 'yes']));
  const offer = (...keys: string[]) => Object.fromEntries(keys.map((k) => [`offer.${k}`, 'yes']));
  const fronts = () => openJob(db, job).choice?.counts.at(-1)?.front;
  const differs = () => notAsAccepted(db, openJob(db, job));

  it('is planned: coats, grain, insides and handles, on the bench and in the plan', async () => {
    const all = ['coat', 'grain', 'insides', 'handles'];
    await make(offer(...all));
    accept(take(...all));
    expect(fronts()).toBe(2);
    expect(differs().join(' ')).toMatch(/3 coats of Waterborne urethane enamel on fronts\. Planned: 2/);
    expect(await planAsAccepted(db, job, () => NOW)).toBeNull();
    expect(differs()).toEqual([]);
    expect(fronts()).toBe(3);
    const { file, plan } = planned();
    expect(file.choice?.schools.grain).toBe('fill');
    expect(file.pieces.some((p) => p.condition.inside)).toBe(true);
    expect(file.pieces.every((p) => p.condition.handles !== 'keep')).toBe(true);
    const third = file.route.find((s) => s.act === 'Coat fronts, 3 of 3');
    if (!plan || !isPlan(plan.result)) throw new Error('no plan');
    expect(plan.result.assignments.some((a) => a.operation.endsWith(third?.key ?? 'none'))).toBe(true);
    // A second time it changes nothing.
    const before = JSON.stringify(file.choice);
    expect(await planAsAccepted(db, job, () => NOW)).toBeNull();
    expect(JSON.stringify(planned().file.choice)).toBe(before);
  });
  it('is said where the set-up leaves it, or work has begun that does not have it', async () => {
    await make({ ...offer('coat'), 'own.0.words': 'Soft closers', 'own.0.hours': '2' });
    accept(take('coat', 'own 1'));
    await planAsAccepted(db, job, () => NOW);
    expect(differs()).toEqual(['Accepted besides: Soft closers, 2 h. No plan knows of it.']);
    const { choice } = openJob(db, job);
    const counts = choice?.counts.map((c) => ({ ...c, front: Math.min(c.front, 2) }));
    await choosePlan(db, job, { ...choice, counts }, () => NOW);
    expect(differs()[0]).toMatch(/3 coats .* on fronts\. Planned: 2/);
    await choosePlan(
      db,
      job,
      { ...choice, system: FAST_CABINET, counts: usualCounts(FAST_CABINET) },
      () => NOW,
    );
    expect(differs()[0]).toMatch(/^Accepted: Shellac primer.*Planned: Quick self-priming/);
  });
  it('is an offer without options, too: what is planned otherwise is said', async () => {
    await make();
    accept({});
    expect(differs()).toEqual([]);
    const { choice } = openJob(db, job);
    await choosePlan(
      db,
      job,
      { ...choice, counts: choice?.counts.map((c) => ({ ...c, back: 1 })) },
      () => NOW,
    );
    expect(differs().join()).toMatch(/on backs\. Planned: 1/);
    withdrawAcceptance(db, job, newest().id, worker, NOW);
    expect(differs()).toEqual([]);
  });
});
