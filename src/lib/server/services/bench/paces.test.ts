/** How long work takes here is learnt from what is recorded: started and ended, or ticked piece by piece. */
import { MINUTE } from '$core/units/durations';
import { begunInKitchen } from '../../../../../tests/bench-builders';
import { beforeEach, describe, expect, it } from 'vitest';
import { factOf } from '../../../../../tests/builders';
import { madeOnce, newDatabase } from '../../../../../tests/new-database';
import type { Fact, FactBody } from '$core/bench/log/events';
import { workMinutes, worthOf } from '$core/coating/route';
import { paceKey } from '$core/bench/view/pace';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK, type Choice } from '$core/planning/job/choice';
import { visitMinutes } from '$core/takeoff/visit-minutes';
import { isVisit, takeDownMinutes } from '$core/takeoff/visits';
import { dayToMs } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { openJob } from '../job/open-job';
import { choosePlan } from '../plan/choose-plan';
import { formDefaults } from '../plan/plan-form';
import { saveSurvey } from '../survey/save-survey';
import { setVisitMinutes, visitFigures, visitMinutesOf } from '../company/visit-minutes';
import { learntVisits } from './learnt-visits';
import { learntPaces, recentPaces } from './paces';
import { recordFacts } from './record-facts';

const ZONE = 'America/Halifax';
const NOW = dayToMs('2026-03-09', ZONE) + 8 * 60 * MINUTE;
let [db, job, worker]: [Db, string, string] = [undefined as never, '', ''];

const fact = (at: number, body: FactBody): Fact => factOf(job, worker, at, body, { device: 'one' });
const record = (...facts: Fact[]) => recordFacts(db, job, facts);
const file = () => openJob(db, job);
const choose = (more: Partial<Choice> = {}) =>
  choosePlan(
    db,
    job,
    {
      system: SHELLAC_URETHANE,
      counts: usualCounts(SHELLAC_URETHANE),
      tool: 'spray',
      lotSize: 8,
      rackSlots: 12,
      startDay: '2026-01-05',
      workers: [worker],
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      visits: true,
      fixed: true,
      ...more,
    },
    () => NOW,
  );

const chosen = madeOnce(async () => {
  ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW - 70 * 1440 * MINUTE));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nupper 30 : pair\nbase 36 : drawer / pair\n');
  await choose();
  return { db, job, worker };
});
beforeEach(async () => {
  ({ db, job, worker } = await chosen());
});

/** Starts and ends a step in the kitchen. */
function onSite(step: string, at: number, minutes: number): Fact {
  const begun = fact(at, begunInKitchen(step));
  record(begun, fact(at + minutes * MINUTE, { kind: 'work.finished', work: begun.id, leftOut: [] }));
  return begun;
}
const visit = (kind: string) => file().site.find((s) => isVisit(s) && s.visit.kind === kind);

/** Labels a lot and ticks it down piece by piece, each at `pace` times its figure. @returns the last tick */
function takeDown(pace: number, from: number): Fact | undefined {
  const [lot] = file().lots;
  const byId = new Map(file().pieces.map((p) => [p.id, p]));
  record(fact(from, { kind: 'piece.labelled', pieces: [...(lot?.pieces ?? [])] }));
  let at = from;
  let last: Fact | undefined;
  for (const id of lot?.pieces ?? []) {
    const piece = byId.get(id);
    at += piece ? pace * takeDownMinutes(piece) * MINUTE : NaN;
    last = fact(at, { kind: 'piece.down', pieces: [id], place: 'table' });
    record(last);
  }
  return last;
}

describe('what started and ended work teaches', () => {
  it('is over the figure itself, not over the minutes that an earlier lesson made of it', async () => {
    const [cleaned] = file().route;
    if (!cleaned) throw new Error('no route');
    await choose({ paces: { [paceKey(cleaned)]: 2 } });
    const [step] = file().route;
    const [lot] = file().lots;
    if (!step || !lot) throw new Error('no lot');
    expect(step.minutesPerPiece).toBeCloseTo(2 * cleaned.minutesPerPiece, 12);
    takeDown(1, NOW - 3000 * MINUTE);
    const at = NOW - 1440 * MINUTE;
    const begun = fact(at, { kind: 'work.started', step: step.key, lot: lot.id, pieces: lot.pieces });
    const asPlanned = workMinutes(step, worthOf(step, lot.pieces));
    record(begun, fact(at + asPlanned * MINUTE, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    expect(recentPaces(db).get(paceKey(step))).toEqual([expect.closeTo(2, 9)]);
  });
  it('holds for visits and fixed work, and plans that are set up later reckon with it', async () => {
    onSite(visit('arrive')?.key ?? '', NOW - 3000 * MINUTE, 90);
    expect(recentPaces(db).get('visit arrive')).toEqual([expect.closeTo(90 / 45, 9)]);
    expect(learntVisits(db)).toEqual([
      { key: 'arrive', words: 'Arriving and protecting: × 1.17, recorded once' },
    ]);
    const fixed = file().site.find((s) => s.kind === 'prep');
    onSite(fixed?.key ?? '', NOW - 2000 * MINUTE, 3 * (fixed?.minutes ?? 0));
    const { paces } = formDefaults(db, file(), NOW);
    expect(paces['visit arrive']).toBeCloseTo((2 + 5) / 6, 9);
    expect(Object.keys(paces).some((key) => key.startsWith('site prep'))).toBe(true);
    await choose({ paces });
    expect(visit('arrive')?.minutes).toBe(Math.ceil((45 * 7) / 6));
    expect(file().site.find((s) => s.key === fixed?.key)?.minutes).toBeGreaterThan(
      fixed?.minutes ?? Infinity,
    );
  });
  it('is forgotten with what is taken back', () => {
    const begun = onSite(visit('arrive')?.key ?? '', NOW - 3000 * MINUTE, 90);
    expect(learntPaces(db)).not.toEqual({});
    record(fact(NOW, { kind: 'void', fact: begun.id, reason: 'another house' }));
    expect(learntPaces(db)).toEqual({});
  });
});

describe('what ticks teach', () => {
  it('taking down: once the whole lot is down, and not before', () => {
    const last = takeDown(1.5, NOW - 3000 * MINUTE);
    expect(recentPaces(db).get('visit down')).toEqual([expect.closeTo(1.5, 6)]);
    record(fact(NOW, { kind: 'void', fact: last?.id ?? '', reason: 'it hangs' }));
    expect(recentPaces(db).has('visit down')).toBe(false);
  });
  it('says nothing of a lot that is ticked at once', () => {
    const [lot] = file().lots;
    const at = NOW - 3000 * MINUTE;
    const pieces = [...(lot?.pieces ?? [])];
    record(fact(at, { kind: 'piece.labelled', pieces }));
    record(fact(at + MINUTE, { kind: 'piece.down', pieces, place: 'table' }));
    expect(recentPaces(db).size).toBe(0);
  });
});

describe('minutes in the house', () => {
  it('are the company’s own where it set some, for plans that are set up from then on', async () => {
    setVisitMinutes(db, { arrive: '60', walk: '12,5', load: '', collect: '20' });
    // What is typed as it is shipped is not of one's own.
    expect(visitMinutesOf(db)).toEqual({ arrive: 60, walk: 12.5 });
    expect(visit('arrive')?.minutes).toBe(45);
    await choose({ visitMinutes: formDefaults(db, file(), NOW).visitMinutes });
    expect(visit('arrive')?.minutes).toBe(60);
    expect(visit('walk')?.minutes).toBe(13);
    setVisitMinutes(db, {});
    expect(visitMinutesOf(db)).toEqual({});
    expect(visitFigures(db).every((f) => f.own === null && f.shipped > 0)).toBe(true);
  });
  it('are refused with what is wrong, and nothing is changed', () => {
    setVisitMinutes(db, { arrive: '60' });
    expect(() => setVisitMinutes(db, { arrive: 'long' })).toThrow('Write a number');
    expect(() => setVisitMinutes(db, { load: '0' })).toThrow('at least one piece');
    expect(() => setVisitMinutes(db, { walk: '-1' })).toThrow('not below 0');
    expect(visitMinutesOf(db)).toEqual({ arrive: 60 });
  });
  it('a smaller van drives more often', async () => {
    const carried = () => file().site.find((s) => isVisit(s) && s.visit.kind === 'out')?.minutes ?? NaN;
    const { carrySetup, carry } = visitMinutes();
    const rules = { ...file().choice?.rules, travelMinutes: 20 } as Choice['rules'];
    await choose({ rules });
    expect(carried()).toBe(Math.ceil(carrySetup + 7 * carry));
    await choose({ rules, visitMinutes: { load: 4 } });
    expect(carried()).toBe(Math.ceil(2 * carrySetup + 7 * carry + 40));
  });
});
