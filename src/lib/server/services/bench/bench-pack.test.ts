/** What is around the bench: today, the lot of a piece that is mended, phones that worked apart, what hands and fingers teach. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY, MINUTE } from '$core/units/durations';
import { beforeEach, describe, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { factOf } from '../../../../../tests/builders';
import { madeOnce, newDatabase } from '../../../../../tests/new-database';
import { KNEW_NOTHING } from '$core/bench/log/apart';
import { openBench } from '$core/bench/view/bench-job';
import type { Fact, FactBody } from '$core/bench/log/events';
import { benchView, pieceView } from '$core/bench/view/view';
import { paceKey } from '$core/bench/view/pace';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { dayToMs } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { insertReading } from '../../store/readings';
import { insertWorker } from '../../store/workers';
import { listTouchTests } from '../../store/touch-tests';
import { benchPack } from './bench-pack';
import { learntRisk } from '../plan/learnt-risk';
import { rebuildSummaries } from '../job/summaries';
import { USUAL_RISK } from '$core/planning/risk/risk-model';
import { packJson, reviveJson } from '$core/units/pack-json';
import { fieldPack } from '../across/field-pack';
import { noteCondition } from '../survey/note-condition';
import { choosePlan } from '../plan/choose-plan';
import { contestedOf } from './contested';
import { currentPlan } from '../plan/make/current-plan';
import { openJob } from '../job/open-job';
import { openPlanned, type JobWithPlan } from '../plan/open-planned';
import { planInputs } from '../plan/make/plan-inputs';
import { makePlan } from '$core/job-plan/make-plan';
import { learntPaces } from './paces';
import { formDefaults } from '../plan/plan-form';
import { recordFacts } from './record-facts';
import { saveSurvey } from '../survey/save-survey';
import { makeCurrentPlan } from '../plan/make/make-plan';
import { openJobs, today } from '../across/today';

const ZONE = 'America/Halifax';
const NOW = dayToMs('2026-03-09', ZONE) + 8 * 60 * MINUTE;
let [db, job, worker]: [Db, string, string] = [undefined as never, '', ''];

const fact = (at: number, body: FactBody, more: Partial<Fact> = {}): Fact =>
  factOf(job, worker, at, body, { device: 'one', ...more });
const record = (...facts: Fact[]) => recordFacts(db, job, facts);
const file = () => openJob(db, job);
const ids = () => file().pieces.map((p) => p.id);

/** Every step up to a key on all pieces, a day apart. @returns when the next may begin */
function workTo(key: string, from = NOW - 60 * DAY): number {
  record(
    fact(from, { kind: 'piece.labelled', pieces: ids() }),
    fact(from, { kind: 'piece.down', pieces: ids(), place: 'table' }),
  );
  let at = from;
  for (const step of file().route) {
    if (step.kind === 'hang') break;
    for (const lot of file().lots) {
      const begun = fact(at, { kind: 'work.started', step: step.key, lot: lot.id, pieces: lot.pieces });
      if (step.product) record(fact(at, { kind: 'piece.wiped', pieces: lot.pieces }));
      record(begun, fact(at + 20 * MINUTE, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    }
    at += 3 * DAY;
    if (step.key === key) break;
  }
  return at;
}

const chosen = madeOnce(async () => {
  ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW - 70 * DAY));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nupper 30 : pair\nbase 36 : drawer / pair\n');
  await choosePlan(
    db,
    job,
    {
      system: SHELLAC_URETHANE,
      counts: usualCounts(SHELLAC_URETHANE),
      tool: 'spray',
      lotSize: 4,
      rackSlots: 12,
      startDay: '2026-01-05',
      workers: [worker],
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
    },
    () => NOW,
  );
  return { db, job, worker };
});
beforeEach(async () => {
  ({ db, job, worker } = await chosen());
});

/** The job as pages show it once its plan holds. */
const planned = async (id: string): Promise<JobWithPlan> => {
  await makeCurrentPlan(db, id, () => NOW);
  return openPlanned(db, id, NOW);
};

it('a pack comes whole through JSON: which pieces skip a step is not lost on the way to a device', async () => {
  noteCondition(db, job, ids().slice(0, 2), { faces: 'front', handles: 'drill' });
  const { pack } = fieldPack(db, await planned(job), NOW).data;
  const sent = JSON.parse(packJson(pack)) as typeof pack;
  expect(reviveJson(sent.route)).toEqual(pack.route);
  expect(pack.route.some((s) => s.skips?.size)).toBe(true);
  const bench = openBench({
    ...sent,
    route: reviveJson(sent.route) as typeof pack.route,
    facts: [],
    now: NOW,
  });
  expect(benchView(bench, NOW).list.length).toBeGreaterThan(0);
});

describe('the bench as data', () => {
  it('gives a device what the server sees, facts it does not have yet included', async () => {
    const opened = await planned(job);
    const pack = benchPack(db, opened, NOW);
    const [first] = ids();
    const more = fact(NOW, { kind: 'piece.labelled', pieces: [first ?? ''] });
    const bench = openBench(structuredClone(pack), [more, more]);
    expect(bench.state).toEqual({ ...file().state, pieces: openBench(pack, [more]).state.pieces });
    expect(bench.state.pieces.get(first ?? '')?.labelled).toBe(true);
    const view = benchView(bench, NOW);
    expect(view.list.every((a) => a.status === 'up')).toBe(true);
    expect(view.facts[0]?.words).toMatch(/^Labelled/);
    expect(pieceView(bench, first ?? '', NOW)).toMatchObject({
      labelled: true,
      down: false,
      place: 'opening',
    });
    expect(pieceView(bench, newId(), NOW)).toBeNull();
  });
  it('waits as the server does, in the air of the place', async () => {
    const { choice } = file();
    await choosePlan(db, job, { ...choice, air: 'place', place: 'shop' }, () => NOW);
    workTo('back.shellac-primer.1', NOW - 12 * DAY);
    const opened = await planned(job);
    const bench = openBench(benchPack(db, opened, NOW));
    const step = bench.route.find((s) => s.kind === 'coat');
    if (!step?.product) throw new Error('a coat');
    for (const hours of [0, 5, 30])
      expect(
        Math.abs(
          bench.waits.readyAt(step.product, 'recoat', NOW - hours * 60 * MINUTE) -
            opened.file.waits.readyAt(step.product, 'recoat', NOW - hours * 60 * MINUTE),
        ),
      ).toBeLessThan(20);
  });
});

it('a slot holds what the plan says that it has room for', async () => {
  const { choice } = file();
  const [first = '', second = ''] = ids();
  await choosePlan(db, job, { ...choice, slot: { length: 800, depth: 400 } }, () => NOW);
  record(
    fact(NOW, { kind: 'piece.labelled', pieces: ids() }),
    fact(NOW, { kind: 'piece.down', pieces: ids(), place: 'table' }),
    fact(NOW, { kind: 'piece.placed', pieces: [first], place: 'rack 1' }),
  );
  expect(benchPack(db, await planned(job), NOW).rack).toEqual({
    slots: 12,
    length: 800,
    depth: 400,
  });
  const beside = fact(NOW, { kind: 'piece.placed', pieces: [second], place: 'rack 1' });
  expect(() => record(beside)).toThrow(/slot 1/i);
  await choosePlan(db, job, { ...choice, slot: { length: 1500, depth: 750 } }, () => NOW);
  record(beside);
});

it('a coat’s air is that of its hour: read where it was read, else by the forecast', async () => {
  const { choice } = file();
  await choosePlan(db, job, { ...choice, air: 'place', place: 'shop' }, () => NOW);
  const [lot] = file().lots;
  if (!lot) throw new Error();
  const end = workTo('back.shellac-primer.1', NOW - 12 * DAY);
  const coats = () =>
    pieceView(openBench(pack), lot.pieces[0] ?? '', NOW)?.history.filter((h) => h.product) ?? [];
  let pack = benchPack(db, await planned(job), NOW);
  expect(coats().map((c) => c.air?.read)).toEqual([false]);
  const laid = coats()[0]?.end ?? 0;
  insertReading(db, { place: 'shop', at: laid, celsius: 21.5, humidity: 0.44, source: 'typed', fact: null });
  insertReading(db, { place: 'shop', at: end + DAY, celsius: 9, humidity: 0.7, source: 'typed', fact: null });
  pack = benchPack(db, await planned(job), NOW);
  expect(coats().map((c) => c.air)).toEqual([{ celsius: 21.5, humidity: 0.44, place: 'shop', read: true }]);
});

describe('today', () => {
  it('shows what is ready, who is at it, what is needed and what is due', async () => {
    const open = () => Promise.all(openJobs(db).map(planned));
    expect(today(db, await open(), NOW).jobs[0]?.acts[0]?.status).toBe('up');
    workTo('back.shellac-primer.1', NOW - 10 * DAY);
    const [lot] = file().lots;
    const next = file().route.find((s) => s.key === 'back.sand.urethane-enamel.1');
    if (!lot || !next) throw new Error();
    record(fact(NOW, { kind: 'work.started', step: next.key, lot: lot.id, pieces: lot.pieces }));
    record(fact(NOW, { kind: 'air.read', place: 'tent', celsius: 8, humidity: 0.95 }));
    const now = today(db, await open(), NOW);
    expect(now.jobs[0]?.acts[0]).toMatchObject({ status: 'running', pieces: lot.pieces.length });
    expect(now.jobs[0]?.stops.join()).toMatch(/Air in the tent/);
    expect(now.people[0]?.now).toMatch(/Sand backs.*Test/);
    expect(now.people[0]?.next.length).toBeGreaterThan(0);
    expect(now.visits).toEqual([]);
  });
  it('names visits a week, a month … after hand-over until they are made', () => {
    workTo('hang-nothing');
    const [first] = ids();
    for (const piece of ids())
      record(
        fact(NOW - 2 * DAY, {
          kind: 'piece.hung',
          piece,
          opening: piece,
          override: { rule: 'too-early', reason: 'as agreed' },
        }),
      );
    for (const z of file().zones) record(fact(NOW - DAY, { kind: 'zone.walked', zone: z.id }));
    record(fact(NOW - DAY, { kind: 'job.handed-over', note: '' }));
    const due = (days: number) => today(db, [], NOW - DAY + days * DAY).visits.length;
    expect([due(1), due(3), due(4), due(8)]).toEqual([0, 0, 1, 1]);
    const seen = fact(NOW, {
      kind: 'check.recorded',
      piece: first ?? '',
      face: 'front',
      test: { method: 'visual', failure: null },
      note: '',
    });
    record(seen);
    // Looked at too soon to count as the visit of the week.
    expect(due(8)).toBe(1);
  });
});

describe('a flaw', () => {
  it('gives its piece the lot that hands back soonest, once', async () => {
    workTo('front.urethane-enamel.1', NOW - 40 * DAY);
    const [first] = ids();
    const before = file().lots;
    record(
      fact(NOW, {
        kind: 'defect.found',
        piece: first ?? '',
        face: 'front',
        defect: 'fisheye',
        severity: 2,
        x: 0.2,
        y: 0.3,
        note: '',
      }),
    );
    const inputs = planInputs(db, file(), NOW);
    const stay = inputs && makePlan(inputs, NOW);
    const best = await makeCurrentPlan(db, job, () => NOW);
    const after = file().lots;
    if (!stay || !best || !isPlan(stay.result) || !isPlan(best.result)) throw new Error('no plan');
    expect(after.flatMap((l) => l.pieces).sort()).toEqual(before.flatMap((l) => l.pieces).sort());
    expect(best.t0 + best.result.makespan * MINUTE).toBeLessThanOrEqual(
      stay.t0 + stay.result.makespan * MINUTE,
    );
    // Its steps are operations of that piece alone.
    const rework = best.problem.operations.filter((o) => o.id.includes(':rework.'));
    expect(rework.length).toBeGreaterThan(0);
    expect(rework.every((o) => o.pieces === 1)).toBe(true);
    // It is weighed once: the plan holds, and so do the lots.
    expect(currentPlan(db, file(), NOW)).toMatchObject({ plan: { id: best.id }, stale: null });
    expect(best.stamp?.weighed).toHaveLength(1);
    expect(file().lots).toEqual(after);
  }, 60_000);
});

describe('phones that worked apart', () => {
  it('have everything kept; what disagrees is shown until it is settled', () => {
    const at = workTo('back.shellac-primer.1', NOW - 12 * DAY);
    const knew = file().facts.at(-1)?.id;
    const [lot] = file().lots;
    const step = file().route.find((s) => s.key === 'back.sand.urethane-enamel.1')?.key ?? '';
    const coat = (device: string, minute: number) => {
      const begun = fact(
        at + minute * MINUTE,
        { kind: 'work.started', step, lot: lot?.id ?? '', pieces: lot?.pieces ?? [] },
        { device, knew },
      );
      return [
        begun,
        fact(
          begun.at + 10 * MINUTE,
          { kind: 'work.finished', work: begun.id, leftOut: [] },
          { device, knew },
        ),
      ];
    };
    const [mine, theirs] = [coat('one', 0), coat('two', 5)];
    expect(record(...mine).contested).toEqual([]);
    const { contested } = record(...theirs);
    expect(contested).toMatchObject([{ rule: 'done-twice', other: mine[0]?.id, fact: theirs[0]?.id }]);
    expect(contestedOf(db, file())[0]?.sides).toHaveLength(2);
    // The same sent again, as by a phone that got no answer: nothing new.
    expect(record(...theirs).contested).toEqual([]);
    record(
      fact(at + 60 * MINUTE, {
        kind: 'contradiction.settled',
        of: [mine[0]?.id ?? '', theirs[0]?.id ?? ''],
        pieces: [],
        keep: mine[0]?.id ?? '',
        reason: 'one lot, one coat',
      }),
    );
    expect(contestedOf(db, file())).toEqual([]);
    expect([...file().state.works.keys()]).not.toContain(theirs[0]?.id);
  });
  it('are judged by what had happened by then; a device that knew all is refused as ever', () => {
    const at = workTo('back.shellac-primer.1', NOW - 12 * DAY);
    const knew = file().facts.at(-1)?.id;
    const [lot] = file().lots;
    const early = fact(
      at,
      { kind: 'work.started', step: 'back.urethane-enamel.1', lot: lot?.id ?? '', pieces: lot?.pieces ?? [] },
      { device: 'two', knew },
    );
    expect(() => recordFacts(db, job, [early])).toThrow(/comes first/);
    record(fact(at, { kind: 'air.read', place: 'tent', celsius: 20, humidity: 0.5 }));
    // Something came meanwhile from another phone: kept, and shown.
    const { contested } = record(early);
    expect(contested).toMatchObject([{ rule: 'skipped-step', other: null }]);
    expect(contestedOf(db, file())).toHaveLength(1);
    record(fact(at + MINUTE, { kind: 'void', fact: early.id, reason: 'was not so' }));
    expect(contestedOf(db, file())).toEqual([]);
  });
  it('that knew nothing may still disagree about a place', () => {
    record(
      fact(NOW - DAY, { kind: 'piece.labelled', pieces: ids() }),
      fact(NOW - DAY, { kind: 'piece.down', pieces: ids(), place: 'table' }),
    );
    const { contested } = record(
      fact(
        NOW,
        { kind: 'piece.placed', pieces: ids().slice(0, 1), place: 'van' },
        { device: 'two', knew: KNEW_NOTHING },
      ),
    );
    expect(contested).toMatchObject([{ rule: 'two-places' }]);
  });
});

it('pieces that stood for days are to be wiped before they are coated', () => {
  const at = workTo('sand', NOW - 5 * DAY) - 3 * DAY;
  const stood = (now: number) => {
    const opened: JobWithPlan = { file: file(), plan: null, planning: null };
    return benchView(openBench(benchPack(db, opened, now)), now)
      .list.filter((a) => !a.inKitchen)
      .map((a) => a.unready);
  };
  expect(stood(at + DAY).every((s) => s === null)).toBe(true);
  expect(stood(at + 3 * DAY).every((s) => s !== null)).toBe(true);
});

describe('what is learnt', () => {
  it('comes from finished works, and is forgotten with them; a job keeps the paces it was planned with', () => {
    const key = paceKey(file().route[0] ?? (undefined as never));
    const minutes = file().route[0]?.setupMinutes ?? 0;
    expect(learntPaces(db)).toEqual({});
    workTo('clean', NOW - 5 * DAY);
    const pace = learntPaces(db)[key] ?? NaN;
    expect(pace).not.toBe(1);
    expect(formDefaults(db, file(), NOW).paces[key]).toBe(pace);
    expect(file().route[0]?.setupMinutes).toBe(minutes);
    const done = file().facts.findLast((f) => f.body.kind === 'work.finished');
    record(fact(NOW, { kind: 'void', fact: done?.id ?? '', reason: 'not done' }));
    expect(learntPaces(db)[key]).not.toBe(pace);
  });
  it('how often a coat is done over comes from the flaws that were mended', () => {
    expect(learntRisk(db)).toEqual({ ...USUAL_RISK, workVariation: expect.closeTo(0.25, 9) });
    workTo('back.shellac-primer.1', NOW - 12 * DAY);
    const coats = file().pieces.length;
    const [flawed = '', spared = ''] = ids();
    const flaw = (piece: string) =>
      fact(NOW, {
        kind: 'defect.found',
        piece,
        face: 'back',
        defect: 'run',
        severity: 2,
        x: 0,
        y: 0,
        note: '',
      });
    const left = flaw(spared);
    record(flaw(flawed), left, fact(NOW + 1, { kind: 'defect.accepted', defect: left.id, reason: 'inside' }));
    expect(learntRisk(db)).toMatchObject({
      rework: (1 + 400 * 0.005) / (coats + 400),
      learnt: { passes: coats },
    });
    expect(learntRisk(db).learnt.works).toBeGreaterThan(0);
    const before = learntRisk(db);
    rebuildSummaries(db);
    expect(learntRisk(db)).toEqual(before);
  });
  it('a finger on a film moves its product’s multiplier where it dries', () => {
    const at = workTo('back.urethane-enamel.1', NOW - 20 * DAY) - 3 * DAY;
    record(
      fact(at + 200 * MINUTE, {
        kind: 'film.felt',
        pieces: ids(),
        step: 'back.urethane-enamel.1',
        feel: 'tacky',
      }),
    );
    const [test] = listTouchTests(db, 'tent');
    expect(test).toMatchObject({
      product: 'urethane-enamel',
      stage: 'touch',
      readyAt: null,
      notAt: at + 200 * MINUTE,
    });
    expect(test?.above).toBeGreaterThan(1);
    const felt = file().facts.at(-1);
    record(fact(at + 201 * MINUTE, { kind: 'void', fact: felt?.id ?? '', reason: 'other lot' }));
    expect(listTouchTests(db, 'tent')).toEqual([]);
  });
  it('a touch is held against the film that was laid: a thin one should have been ready sooner', async () => {
    const feel = (): number => {
      const at = workTo('back.urethane-enamel.1', NOW - 20 * DAY) - 3 * DAY;
      record(
        fact(at + 200 * MINUTE, {
          kind: 'film.felt',
          pieces: ids(),
          step: 'back.urethane-enamel.1',
          feel: 'tacky',
        }),
      );
      return listTouchTests(db, 'tent').at(-1)?.above ?? NaN;
    };
    const { choice } = file();
    await choosePlan(db, job, { ...choice, schools: { ...choice?.schools, film: 'thin' } }, () => NOW);
    const thin = feel();
    ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW - 70 * DAY));
    saveSurvey(db, job, 'wall North\nupper 30 : pair\nupper 30 : pair\nbase 36 : drawer / pair\n');
    await choosePlan(db, job, { ...choice, workers: [worker] }, () => NOW);
    // Water through and through: three quarters of the film take three quarters of the time.
    expect(thin / feel()).toBeCloseTo(4 / 3, 2);
  });
  it('takes a second person’s hands as hands', () => {
    insertWorker(db, { id: 'maud', name: 'Maud', role: 'painter' });
    record(
      fact(NOW - DAY, { kind: 'piece.labelled', pieces: ids() }),
      fact(NOW - DAY, { kind: 'piece.down', pieces: ids(), place: 'table' }),
    );
    const [lot] = file().lots;
    const begun = fact(NOW, {
      kind: 'work.started',
      step: 'clean',
      lot: lot?.id ?? '',
      pieces: lot?.pieces ?? [],
    });
    record(
      begun,
      fact(NOW + 5 * MINUTE, { kind: 'work.joined', work: begun.id, by: 'maud' }),
      fact(NOW + 15 * MINUTE, { kind: 'work.finished', work: begun.id, leftOut: [] }),
    );
    expect(file().state.works.get(begun.id)?.hands).toHaveLength(2);
    expect(learntPaces(db)[paceKey(file().route[0] ?? (undefined as never))]).toBeGreaterThan(0);
  });
});
