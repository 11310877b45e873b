/** The demo: an invented company, and the job Lanternhouse in the middle of its coats. Made through the services. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY, MINUTE } from '$core/units/durations';
import { HANDLING } from '$core/coating/handling';
import { gets } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { FAST_CABINET, SHELLAC_URETHANE } from '$core/coating/systems/index';
import { LONG_STAND } from '$core/coating/long-stand';
import { isColoured } from '$core/takeoff/coloured';
import { plannedSteps } from '$core/planning/model/operation-id';
import { SITE } from '$core/takeoff/site-route';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { dayToMs } from '$core/units/clock-time';
import { fittingsFor, hangingOrder } from '$core/bench/view/hanging';
import { printFreeFrom } from '$core/bench/guard/print-free';
import type { Fitting } from '$core/bench/state/fittings';
import { ticksFor } from '$core/bench/view/take-down';
import { openBench, type BenchPiece } from '$core/bench/view/bench-job';
import { makeLink, openLink } from '../services/customer/links';
import { insertReport } from '../store/customers';
import { benchPack } from '../services/bench/bench-pack';
import type { Tick } from '$core/bench/state/ticks';
import { v7 as newId } from 'uuid';
import type { Db } from '../db/open';
import { FERRY_STEPS } from './ferry-steps';
import { LANTERNHOUSE } from './lanternhouse';
import { makePast } from './past';
import { ORCHARD_ROW } from './orchard-row';
import { WEAVERS_YARD } from './weavers-yard';
import { ask } from '../threads/ask';
import { setClock } from '../services/company/clock';
import { DEMO_ZONE } from '../standins/demo-clock';
import { choosePlan } from '../services/plan/choose-plan';
import { createJob } from '../services/job/create-job';
import { planInputs } from '../services/plan/make/plan-inputs';
import { readSensors } from '../services/air/sensors';
import { openJob } from '../services/job/open-job';
import { recordFacts } from '../services/bench/record-facts';
import { saveSurvey } from '../services/survey/save-survey';
import { noteCondition } from '../services/survey/note-condition';
import { addZone, paintZone } from '../services/survey/zones';
import { setCodeRules } from '../services/job/codes';
import { listJobIds } from '../store/jobs';
import type { Piece } from '../store/pieces';
import { writeSetting } from '../store/settings';
import { insertWorker, listWorkers } from '../store/workers';
import { writeCans } from '../store/cans';
import { writeSensor } from '../store/readings';
import { recordTouchTest } from '../services/air/learnt';

const MONDAY = dayToMs('2026-03-09', DEMO_ZONE);
/** What the demo's clock shows: Wednesday 11 March 2026, 10:20. */
export const DEMO_NOW = dayToMs('2026-03-11', DEMO_ZONE) + (10 * 60 + 20) * MINUTE;

const CREW = [
  { name: 'Ines', role: 'lead' },
  { name: 'Tobin', role: 'painter' },
  { name: 'Maud', role: 'painter' },
  { name: 'Osei', role: 'helper' },
];

interface DemoFact {
  id: string;
  job: string;
  at: number;
  worker: string;
  device: string;
  body: unknown;
}

/**
 * The first days went by a plan that knew the air as it was, to the minute, until the demo's clock; pieces hang by themselves. It was the
 * first plan that comes to mind: what is recorded does not change when the planner learns to plan better.
 */
async function followPlan(db: Db, job: string, from = MONDAY): Promise<void> {
  const file = openJob(db, job);
  const inputs = planInputs(db, file, DEMO_NOW);
  const plan = inputs && (await ask('plan', { inputs, at: from, near: undefined, effort: 'first' }));
  if (!plan || !isPlan(plan.result)) throw new Error('The demo job has no plan');
  const colour = file.zones[0]?.colour ?? '';
  const known = new Map([...file.plainRoute, ...file.site].map((s) => [s.key, s.product]));
  const ended = new Map<string, number>();
  /** What is said before a coat: what the gun holds, and that the dust of a long stand is off. */
  const before = (lot: string, step: string, start: number, pieces: string[], worker: string): DemoFact[] => {
    const product = known.get(step);
    const stood = start - (ended.get(lot) ?? start) > LONG_STAND;
    if (!product || begunBefore) return [];
    const base = { job, worker, device: 'demo' };
    const wall = lot === SITE;
    return [
      {
        ...base,
        id: newId(),
        at: start - MINUTE,
        body: {
          kind: 'paint.loaded',
          product: product.key,
          colour: isColoured(product) ? colour : '',
          ...(wall ? { of: 'wall' } : {}),
        },
      },
      ...(stood
        ? [
            {
              ...base,
              id: newId(),
              at: start - MINUTE,
              body: { kind: 'piece.wiped', ...(wall ? { pieces: [SITE], step } : { pieces }) },
            },
          ]
        : []),
    ];
  };
  const begunBefore = from === MONDAY;
  const planned = plannedSteps(plan).sort((a, b) => a.start - b.start);
  const facts = planned.flatMap(({ lot, step, worker, start, end }) => {
    const made = file.plainRoute.find((s) => s.key === step);
    if (made?.kind === 'hang') return [];
    const pieces = (file.lots.find((l) => l.id === lot)?.pieces ?? []).filter((p) => !made || gets(made, p));
    const work = newId();
    const base = { job, worker, device: 'demo' };
    const said = before(lot, step, start, pieces, worker);
    ended.set(lot, Math.max(ended.get(lot) ?? 0, end));
    const on = lot === SITE ? [SITE] : pieces;
    return [
      ...said,
      { ...base, id: work, at: start, body: { kind: 'work.started', step, lot, pieces: on } },
      { ...base, id: newId(), at: end, body: { kind: 'work.finished', work, leftOut: [] } },
    ];
  });
  recordFacts(
    db,
    job,
    facts.filter((f) => f.at <= DEMO_NOW).sort((x, y) => x.at - y.at),
  );
}

/** Hangs a kitchen, fits all but three handles, and keeps a can. */
function hangAll(db: Db, job: string, fact: (at: number, body: unknown) => object): BenchPiece[] {
  const hanging = DEMO_NOW - DAY - 2 * 60 * MINUTE;
  const bench = openBench(benchPack(db, { file: openJob(db, job), plan: null }, DEMO_NOW));
  const order = hangingOrder(bench.pack.pieces);
  recordFacts(
    db,
    job,
    order.map((p, i) =>
      fact(hanging + i * HANDLING.hang.value * MINUTE, { kind: 'piece.hung', piece: p.id, opening: p.id }),
    ),
  );
  const fitted = (part: Fitting) =>
    order.filter((p) => fittingsFor(order, p).includes(part)).map((p) => p.id);
  const done = hanging + order.length * HANDLING.hang.value * MINUTE;
  const handles = fitted('handle').sort(
    (a, b) => printFreeFrom(bench.context, a) - printFreeFrom(bench.context, b),
  );
  recordFacts(db, job, [
    fact(done, { kind: 'piece.fitted', part: 'bumpers', pieces: fitted('bumpers') }),
    fact(done + 4 * MINUTE, { kind: 'piece.fitted', part: 'felt', pieces: fitted('felt') }),
    fact(done + 8 * MINUTE, { kind: 'piece.fitted', part: 'bag', pieces: fitted('bag') }),
    fact(done + 30 * MINUTE, { kind: 'piece.fitted', part: 'handle', pieces: handles.slice(0, -3) }),
    fact(done + 40 * MINUTE, {
      kind: 'can.kept',
      product: 'fast-paint',
      colour: 'Lampwick',
      batch: '7',
      ml: 350,
      place: 'with the owner, under the sink',
      opened: '2026-02-18',
      useBy: '2027-02-18',
    }),
  ]);
  return order;
}

/** The household reports a nick. */
function nickPiece(db: Db, job: string, worker: string, piece: string | null): void {
  const token = makeLink(db, job, worker, DEMO_NOW - DAY);
  const link = openLink(db, token, DEMO_NOW);
  if (typeof link !== 'string')
    insertReport(
      db,
      {
        id: newId(),
        job,
        link: link.id,
        at: DEMO_NOW - 15 * 60 * MINUTE,
        piece,
        x: 0.82,
        y: 0.2,
        kind: 'nick',
        words: 'A pan slipped. Can this be mended?',
      },
      [],
    );
}

/** A kitchen that hangs since yesterday: three handles have not come yet, one can is kept. */
async function hangFerrySteps(db: Db, workers: readonly string[]): Promise<string> {
  const begun = MONDAY - 21 * DAY;
  const job = createJob(
    db,
    {
      name: 'Ferry Steps',
      place: '2 Ferry Steps, Marrow Bay',
      houseYear: 1988,
      zone: DEMO_ZONE,
      unit: 'in',
      colour: 'Lampwick',
      hex: '#E9E3CE',
      sheen: 'satin',
    },
    begun - 9 * DAY,
  );
  saveSurvey(db, job, FERRY_STEPS);
  const surveyed = openJob(db, job).pieces;
  noteCondition(
    db,
    job,
    surveyed.map((p) => p.id),
    { wood: 'maple', oldFinish: 'lacquer', grease: 1 },
  );
  await choosePlan(
    db,
    job,
    {
      system: FAST_CABINET,
      counts: usualCounts(FAST_CABINET),
      tool: 'spray',
      place: 'shop',
      air: 'place',
      lotSize: 15,
      rackSlots: 40,
      startDay: '2026-02-16',
      workers: workers.slice(2, 4),
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      fixed: true,
      promised: '2026-03-11',
    },
    () => begun,
  );
  const { pieces } = openJob(db, job);
  const worker = workers[2] ?? '';
  const fact = (at: number, body: unknown) => ({ id: newId(), job, at, worker, device: 'demo', body });
  const due = (tick: Tick) => pieces.flatMap((p) => (ticksFor(p).includes(tick) ? [p.id] : []));
  const all = pieces.map((p) => p.id);
  const early = begun + (7 * 60 + 20) * MINUTE;
  recordFacts(db, job, [
    fact(early, { kind: 'piece.labelled', pieces: all }),
    ...(['coded', 'bagged', 'bumpers'] as const).map((tick, i) =>
      fact(early + (8 + i * 7) * MINUTE, { kind: 'piece.prepared', tick, pieces: due(tick) }),
    ),
    fact(early + 35 * MINUTE, { kind: 'piece.down', pieces: all, place: 'shop rack' }),
  ]);
  await followPlan(db, job, begun);
  const hung = hangAll(db, job, fact);
  nickPiece(db, job, worker, hung.find((p) => p.form === 'drawer')?.id ?? null);
  return job;
}

/** Four people begin on Thursday; the planner divides the pieces around what lies on the rack. */
async function planOrchardRow(db: Db, job: string): Promise<void> {
  await choosePlan(
    db,
    job,
    {
      system: SHELLAC_URETHANE,
      counts: usualCounts(SHELLAC_URETHANE),
      tool: 'spray',
      place: 'tent',
      air: 'place',
      lotSize: 12,
      rackSlots: 48,
      startDay: '2026-03-12',
      workers: listWorkers(db).map((w) => w.id),
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      rules: { awayDays: ['2026-03-17'], travelMinutes: 15 },
      fixed: true,
      visits: true,
      shared: true,
      open: { lots: true, pattern: false, stages: false },
      promised: '2026-04-03',
    },
    () => DEMO_NOW,
  );
}

/** A kitchen of two colours, surveyed and tested, not labelled yet. @returns its id */
function surveyOrchardRow(db: Db): string {
  const job = createJob(
    db,
    {
      name: 'Orchard Row',
      place: '11 Orchard Row, Marrow Bay',
      houseYear: 1961,
      zone: DEMO_ZONE,
      unit: 'in',
      colour: 'Thistledown',
      hex: '#E4E0D3',
      sheen: 'satin',
    },
    MONDAY - 12 * 1440 * MINUTE,
  );
  saveSurvey(db, job, ORCHARD_ROW);
  const island = addZone(db, job, { name: 'Island', colour: 'Slatewing', hex: '#54636B', sheen: 'satin' });
  setCodeRules(db, job, { scheme: 'zone', leaveOutUnsafe: false, way: 'lying' });
  const on = (fits: (p: Piece) => boolean) =>
    openJob(db, job)
      .pieces.filter(fits)
      .map((p) => p.id);
  paintZone(
    db,
    job,
    island,
    on((p) => p.wall.startsWith('Island')),
  );
  noteCondition(
    db,
    job,
    on(() => true),
    { wood: 'oak', oldFinish: 'varnish', grease: 1 },
  );
  noteCondition(
    db,
    job,
    on((p) => p.wall === 'East' && p.band === 'upper'),
    { grease: 3 },
  );
  noteCondition(
    db,
    job,
    on((p) => p.wall === 'East' && p.band === 'base'),
    { grease: 2, wear: 2 },
  );
  noteCondition(
    db,
    job,
    on((p) => p.wall === 'North' && p.cabinet === 7),
    { water: true, wear: 1 },
  );
  noteCondition(
    db,
    job,
    on((p) => p.form === 'drawer'),
    { handles: 'drill' },
  );
  noteCondition(
    db,
    job,
    on((p) => p.wall === 'South' && p.cabinet === 0),
    { chips: true },
  );
  const worker = listWorkers(db)[0]?.id ?? '';
  const at = MONDAY - 10 * 1440 * MINUTE + 15 * 60 * MINUTE;
  const stove = openJob(db, job).pieces.find((p) => p.wall === 'East' && p.band === 'upper')?.id ?? null;
  const tests = [
    { test: { method: 'wipe', result: 'yellow' }, place: 'over the stove', piece: stove, note: '' },
    {
      test: { method: 'solvent', result: 'nothing' },
      place: 'inside edge of the sink cabinet',
      piece: null,
      note: '',
    },
    {
      test: { method: 'water', result: 'soaks in' },
      place: 'under the sink',
      piece: null,
      note: 'grain is open',
    },
  ];
  recordFacts(
    db,
    job,
    tests.map((t, i) => ({
      id: newId(),
      job,
      at: at + i * 4 * MINUTE,
      worker,
      device: 'demo',
      body: { kind: 'test.recorded', ...t },
    })),
  );
  return job;
}

/** A small kitchen of melamine, measured and wiped, for which nothing is decided yet. */
function surveyWeaversYard(db: Db): void {
  const job = createJob(
    db,
    {
      name: 'Weaver’s Yard',
      place: '3 Weaver’s Yard, Marrow Bay',
      houseYear: 2003,
      zone: DEMO_ZONE,
      unit: 'mm',
      colour: 'Saltgrass',
      hex: '#A9B59A',
      sheen: 'satin',
    },
    MONDAY - 4 * 1440 * MINUTE,
  );
  saveSurvey(db, job, WEAVERS_YARD);
  const { pieces } = openJob(db, job);
  const all = pieces.map((p) => p.id);
  noteCondition(db, job, all, { wood: 'melamine', oldFinish: 'printed film', grease: 1 });
  noteCondition(
    db,
    job,
    pieces.flatMap((p) => (p.wall === 'Yard' && p.band === 'upper' ? [p.id] : [])),
    { grease: 2 },
  );
  noteCondition(
    db,
    job,
    pieces.flatMap((p) => (p.form === 'drawer' ? [p.id] : [])),
    { wear: 1, handles: 'change' },
  );
  recordFacts(db, job, [
    {
      id: newId(),
      job,
      at: MONDAY - 3 * 1440 * MINUTE + 16 * 60 * MINUTE,
      worker: listWorkers(db)[0]?.id ?? '',
      device: 'demo',
      body: {
        kind: 'test.recorded',
        test: { method: 'wipe', result: 'clean' },
        place: 'beside the stove',
        piece: null,
        note: '',
      },
    },
  ]);
}

/** Sizes and prices, invented for the demo. */
const PRICES: Record<string, [ml: number, cents: number][]> = {
  'shellac-primer': [
    [946, 3890],
    [3785, 11_900],
  ],
  'urethane-enamel': [
    [946, 4650],
    [3785, 14_200],
  ],
  'surface-sealer': [
    [750, 3900],
    [2500, 9800],
  ],
  'slick-enamel': [
    [750, 4200],
    [2500, 11_500],
  ],
};

/** What a shop has besides jobs: prices, sensors, and two touch tests of the week before. */
function furnish(db: Db, worker: string): void {
  for (const [product, sizes] of Object.entries(PRICES))
    writeCans(
      db,
      product,
      sizes.map(([ml, cents]) => ({ ml, cents })),
    );
  writeSetting(db, 'costs', { currency: 'CAD', hourCents: 6200 });
  for (const place of ['shop', 'tent'] as const)
    writeSensor(db, {
      place,
      on: true,
      batteryAt: MONDAY - 20 * 1440 * MINUTE,
      sentUntil: MONDAY - 1440 * MINUTE,
      calibratedAt: MONDAY - 20 * 1440 * MINUTE,
    });
  const laidAt = MONDAY - 6 * 1440 * MINUTE + 9 * 60 * MINUTE;
  for (const [day, not, ready] of [
    [0, 330, 372],
    [1, 300, 345],
  ] as const) {
    const laid = laidAt + day * 1440 * MINUTE;
    recordTouchTest(
      db,
      {
        product: 'urethane-enamel',
        place: 'tent',
        stage: 'recoat',
        laidAt: laid,
        notAt: laid + not * MINUTE,
        readyAt: laid + ready * MINUTE,
      },
      worker,
      DEMO_NOW,
    );
  }
}

/** Fills an empty database with the demo, whole or not at all; nothing else may write meanwhile. */
export async function makeDemo(db: Db): Promise<void> {
  if (listJobIds(db).length > 0) return;
  setClock(db, DEMO_NOW);
  db.exec('BEGIN IMMEDIATE');
  try {
    await fill(db);
    db.exec('COMMIT');
  } catch (error) {
    db.exec('ROLLBACK');
    throw error;
  }
}

async function fill(db: Db): Promise<void> {
  if (listWorkers(db).length === 0)
    for (const { name, role } of CREW) insertWorker(db, { id: newId(), name, role });
  const workers = listWorkers(db).map((w) => w.id);
  writeSetting(db, 'company', {
    name: 'Saltmarsh Cabinet Finishing',
    town: 'Marrow Bay',
    contact: 'the shop on the quay, weekdays 8 to 16:30',
    warranty:
      'Two years on peeling and flaking under ordinary use. Knocks, standing water and the cleaners named here are not part of it. Report what you see within a month of seeing it.',
    warrantyMonths: 24,
  });
  writeSetting(db, 'measures', 'metric');
  furnish(db, workers[0] ?? '');
  readSensors(db, DEMO_NOW);
  const job = createJob(
    db,
    {
      name: 'Lanternhouse',
      place: '4 Ropewalk Lane, Marrow Bay',
      houseYear: 1994,
      zone: DEMO_ZONE,
      unit: 'in',
      colour: 'Oatcloth',
      hex: '#DCCFA9',
      sheen: 'satin',
    },
    MONDAY - 10 * 1440 * MINUTE,
  );
  saveSurvey(db, job, LANTERNHOUSE);
  const surveyed = openJob(db, job).pieces;
  noteCondition(
    db,
    job,
    surveyed.map((p) => p.id),
    { wood: 'birch', oldFinish: 'lacquer', grease: 1 },
  );
  noteCondition(
    db,
    job,
    surveyed.flatMap((p) => (p.wall === 'North' && p.band === 'upper' ? [p.id] : [])),
    { grease: 2 },
  );
  await choosePlan(
    db,
    job,
    {
      system: SHELLAC_URETHANE,
      counts: usualCounts(SHELLAC_URETHANE),
      tool: 'spray',
      place: 'tent',
      air: 'place',
      lotSize: 12,
      rackSlots: 36,
      startDay: '2026-03-09',
      workers: workers.slice(0, 2),
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      fixed: true,
      shared: true,
      promised: '2026-03-19',
    },
    () => MONDAY,
  );
  const { pieces } = openJob(db, job);
  const worker = workers[0] ?? '';
  const early = MONDAY + (7 * 60 + 10) * MINUTE;
  const fact = (at: number, body: unknown) => ({ id: newId(), job, at, worker, device: 'demo', body });
  const due = (tick: Tick) => pieces.flatMap((p) => (ticksFor(p).includes(tick) ? [p.id] : []));
  recordFacts(db, job, [
    fact(early, { kind: 'piece.labelled', pieces: pieces.map((p) => p.id) }),
    ...(['coded', 'bagged', 'bumpers'] as const).map((tick, i) =>
      fact(early + (12 + i * 9) * MINUTE, { kind: 'piece.prepared', tick, pieces: due(tick) }),
    ),
    fact(early + 45 * MINUTE, { kind: 'piece.down', pieces: pieces.map((p) => p.id), place: 'tent rack' }),
  ]);
  await followPlan(db, job);
  // What is still to be done in the house is planned too, from now on.
  await choosePlan(db, job, { ...openJob(db, job).choice, visits: true }, () => DEMO_NOW);
  await planOrchardRow(db, surveyOrchardRow(db));
  surveyWeaversYard(db);
  await hangFerrySteps(db, workers);
  makePast(db, workers, DEMO_NOW);
  recordFacts(db, job, [
    fact(DEMO_NOW - 12 * MINUTE, { kind: 'air.read', place: 'tent', celsius: 22.1, humidity: 0.34 }),
  ]);
}
