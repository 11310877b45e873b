/** Forty finished jobs over six years, made by a seeded generator from `past-model.ts`: coats, visits, reports, touch-ups. */
import { DAY, HOUR, MINUTE } from '$core/units/durations';
import { fittingsFor } from '$core/bench/view/hanging';
import { FITTINGS } from '$core/bench/state/fittings';
import { pieceState } from '$core/bench/state/state';
import type { FactBody } from '$core/bench/log/events';
import { usualCounts, type System } from '$core/coating/system';
import {
  ALL_IN_ONE,
  FAST_CABINET,
  OIL_ALKYD_HYBRID,
  SHELLAC_URETHANE,
  TWO_PACK,
} from '$core/coating/systems/index';
import { gets, workMinutes, worthOf } from '$core/coating/route';
import { kitchenPlaces, type KitchenPlace } from '$core/kitchen/kitchen-places';
import { readNotation } from '$core/kitchen/notation';
import { choiceSchema, USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { failureOf, type FailureKey } from '$core/quality/failures';
import { dayToMs, isoDay } from '$core/units/clock-time';
import { seeded } from '$core/units/random';
import type { Db } from '../db/open';
import { createJob } from '../services/job/create-job';
import { divideLots } from '../services/job/lots';
import { openJob } from '../services/job/open-job';
import { refreshSummary } from '../services/job/summaries';
import { noteCondition } from '../services/survey/note-condition';
import { saveSurvey } from '../services/survey/save-survey';
import { insertFact } from '../store/facts';
import { writeChoice, writePosition } from '../store/jobs';
import { writeSetting } from '../store/settings';
import {
  BAD_BATCH,
  BAD_BATCH_FACTOR,
  daysToFailure,
  GLOSS_LEFT_FACTOR,
  KINDS,
  KITCHEN_VARIANCE,
  PLACE_FACTOR,
  WINTER_FACTOR,
} from './past-model';

const SEED = 19;
const JOBS = 40;
const ZONE = 'America/Halifax';

/** The shop, in a made-up town. */
const HOME = { latitude: 44.28, longitude: -64.31 };
const STREETS = [
  'Kelp',
  'Gannet',
  'Harbour',
  'Chandler’s',
  'Tidewater',
  'Lantern',
  'Sailmaker’s',
  'Cooper’s',
];
const WAYS = ['Lane', 'Street', 'Hill', 'Row', 'Close'];
const COLOURS: readonly [string, string][] = [
  ['Oatcloth', '#DCCFA9'],
  ['Slatewing', '#54636B'],
  ['Thistledown', '#E4E0D3'],
  ['Lampwick', '#E9E3CE'],
  ['Saltgrass', '#A9B59A'],
];
const WOODS = ['oak', 'maple', 'birch', 'pine', 'mdf'] as const;

/** Kitchens of usual sizes: 24 to 27 pieces. */
const KITCHENS = [
  'wall North\nupper 30 : pair\nupper 15 : door L\nupper 30x18 : pair\nupper 24 : pair\nupper 36 : pair\nbase 36 : false / pair\nbase 24 : drawer / door L\nbase 30 : appliance stove\nbase 15 : pullout\nbase 30 : drawer / pair\nbase 18 : 4x drawer\n',
  'wall East\nupper 30 : pair\nupper 30 : pair\nupper 30x18 : pair\nbase 18 : 4x drawer\nbase 36 : false / pair\nbase 30 : appliance stove\nbase 24 : drawer / door R\nwall South\ntall 24 : door L / door L\nupper 24 : pair\nupper 30 : pair\nbase 30 : 2x drawer / pair\nbase 18 : pullout\n',
  'wall Window\nupper 24 : pair\nbase 36 : false / pair\nbase 24 : drawer / door R\nbase 18 : pullout\nwall Stove\nupper 18 : door L\nupper 30 : pair\nupper 30x18 : pair\nupper 18 : door R\nbase 18 : 3x drawer\nbase 30 : drawer / pair\nbase 30 : appliance stove\nbase 18 : drawer / door L\nbase 33 : drawer / pair\n',
];

/** How a job was worked, by its number. */
const HABITS: readonly { system: System; tool: 'spray' | 'brush-roller' | 'turbine' }[] = [
  { system: SHELLAC_URETHANE, tool: 'spray' },
  { system: FAST_CABINET, tool: 'brush-roller' },
  { system: ALL_IN_ONE, tool: 'brush-roller' },
  { system: OIL_ALKYD_HYBRID, tool: 'brush-roller' },
  { system: SHELLAC_URETHANE, tool: 'turbine' },
  { system: TWO_PACK, tool: 'spray' },
  { system: ALL_IN_ONE, tool: 'turbine' },
  { system: OIL_ALKYD_HYBRID, tool: 'spray' },
];
/** Jobs whose finish came from the bad batch: three of one system. */
const FROM_BAD_BATCH = new Set([16, 20, 24]);

type Random = () => number;
const pick = <T>(list: readonly T[], random: Random): T => {
  const found = list[Math.floor(random() * list.length)];
  if (found === undefined) throw new Error('Nothing to pick from');
  return found;
};
const normal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A gamma with mean 1. Source: Marsaglia & Tsang (2000). @param variance below 1 */
function gamma(variance: number, random: Random): number {
  const d = 1 / variance - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v * variance;
  }
}

/** The first working minute at or after a moment: weekdays from 8 to 16, UTC−4. */
function atWork(at: number, minutes: number): number {
  let t = at;
  for (;;) {
    const local = new Date(t - 4 * HOUR);
    const day = local.getUTCDay();
    const minute = local.getUTCHours() * 60 + local.getUTCMinutes();
    if (day !== 0 && day !== 6 && minute >= 480 && minute + Math.min(minutes, 400) <= 990) return t;
    if (minute < 480 && day !== 0 && day !== 6) t += (480 - minute) * MINUTE;
    else t += (1440 - minute + 480) * MINUTE;
  }
}

interface Log {
  at: number;
  body: FactBody;
  /** where other facts name it */
  id?: string;
}

/** Fills the past. @param workers ids of people @param now the demo's clock */
export function makePast(db: Db, workers: readonly string[], now: number): void {
  const random = seeded(SEED);
  writeSetting(db, 'home', HOME);
  const first = dayToMs('2020-02-10', ZONE);
  const step = (now - 95 * DAY - first) / (JOBS - 1);
  for (let n = 0; n < JOBS; n++) finishedJob(db, n, Math.round(first + n * step), workers, now, random);
}

const idFrom = (random: Random): string => {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16)).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20)}`;
};

function finishedJob(
  db: Db,
  n: number,
  begun: number,
  workers: readonly string[],
  now: number,
  random: Random,
): void {
  const habit = HABITS[n % HABITS.length];
  if (!habit) return;
  const [colour, hex] = COLOURS[n % COLOURS.length] ?? ['Oatcloth', '#DCCFA9'];
  const street = `${STREETS[n % STREETS.length] ?? ''} ${WAYS[Math.floor(n / STREETS.length) % WAYS.length] ?? ''}`;
  const house = 2 + Math.floor(random() * 60);
  const job = createJob(
    db,
    {
      id: idFrom(random),
      name: `${house} ${street}`,
      place: `${house} ${street}, Marrow Bay`,
      houseYear: 1955 + Math.floor(random() * 60),
      zone: ZONE,
      unit: 'in',
      colour,
      hex,
      sheen: 'satin',
    },
    begun - 10 * DAY,
  );
  saveSurvey(db, job, KITCHENS[n % KITCHENS.length] ?? '');
  const all = openJob(db, job).pieces;
  const greasy = all.flatMap((p) => (p.band === 'upper' && random() < 0.3 ? [p.id] : []));
  noteCondition(
    db,
    job,
    all.map((p) => p.id),
    { wood: pick(WOODS, random), oldFinish: random() < 0.6 ? 'lacquer' : 'varnish', grease: 1 },
  );
  if (greasy.length) noteCondition(db, job, greasy, { grease: 2 });
  // Some years ago the crew trusted a bonding primer alone for a while.
  const gloss = n % 5 === 2 && n < 30 ? 'nothing' : 'system';
  const choice = choiceSchema.parse({
    system: habit.system,
    counts: usualCounts(habit.system),
    tool: habit.tool,
    place: 'shop',
    air: 'sheet',
    schools: { gloss },
    lotSize: 20,
    rackSlots: 60,
    startDay: isoDay(begun, ZONE),
    workers: [pick(workers, random)],
    crewWeek: USUAL_CREW_WEEK,
    houseWeek: USUAL_HOUSE_WEEK,
  });
  // Houses up and down the bay, by street and number.
  writePosition(db, job, {
    latitude: Number((HOME.latitude + 0.03 * Math.sin(1.7 * n)).toFixed(4)),
    longitude: Number((HOME.longitude + 0.04 * Math.cos(2.9 * n)).toFixed(4)),
  });
  writeChoice(db, job, JSON.stringify(choice));
  divideLots(db, job, choice);
  const worker = choice.workers[0] ?? '';
  const winter = [11, 0, 1].includes(new Date(begun).getUTCMonth());
  const celsius = winter ? 13.5 + 4 * random() : 18 + 6 * random();
  const bad = FROM_BAD_BATCH.has(n);
  const record = (log: readonly Log[]): void => {
    for (const { at: exact, body, id = idFrom(random) } of [...log].sort((a, b) => a.at - b.at)) {
      const at = Math.round(exact);
      if (at <= now) insertFact(db, { id, job, at, worker, device: 'demo', body }, at);
    }
  };
  const hung = coatAndHang(db, job, begun, { celsius, bad, n, random, record });
  record([
    { at: hung + 2 * HOUR, body: { kind: 'job.handed-over', signed: 'The owner', note: '' } as FactBody },
  ]);
  use(db, job, hung, { system: habit.system.key, bad, winter, gloss, now, random, record });
  refreshSummary(db, job);
}

interface Made {
  celsius: number;
  bad: boolean;
  n: number;
  random: Random;
  record: (log: readonly Log[]) => void;
}

/** Every step of every lot in turn, each after its waits. @returns when the last piece hung */
function coatAndHang(db: Db, job: string, begun: number, made: Made): number {
  const { celsius, bad, n, random, record } = made;
  const file = openJob(db, job);
  const pieces = file.pieces.map((p) => p.id);
  const log: Log[] = [
    { at: begun, body: { kind: 'piece.labelled', pieces } },
    { at: begun + HOUR, body: { kind: 'piece.down', pieces, place: 'shop rack' } },
  ];
  const works: { at: number; end: number; step: string; lot: string; pieces: string[]; id: string }[] = [];
  let free = begun + 2 * HOUR;
  const ends = new Map<string, number>();
  for (const step of file.route)
    for (const lot of file.lots) {
      const own = lot.pieces.filter((p) => gets(step, p));
      if (step.kind === 'hang' || !own.length) continue;
      const after = step.after.map((r) => (ends.get(`${r.step} ${lot.id}`) ?? 0) + r.min * MINUTE);
      const minutes = Math.max(
        5,
        Math.round(workMinutes(step, worthOf(step, own)) * Math.exp(0.2 * normal(random))),
      );
      const at = atWork(Math.max(free, ...after), minutes);
      const end = at + minutes * MINUTE;
      ends.set(`${step.key} ${lot.id}`, end);
      free = end + 5 * MINUTE;
      works.push({ at, end, step: step.key, lot: lot.id, pieces: own, id: idFrom(random) });
      if (step.product) {
        const { key, kind } = step.product;
        const batch =
          bad && kind === 'finish' ? BAD_BATCH : `${kind[0]?.toUpperCase() ?? 'P'}-${2000 + n * 7}`;
        log.push({ at: at - MINUTE, body: { kind: 'paint.loaded', product: key, colour: '', batch } });
        log.push({
          at,
          body: { kind: 'air.read', place: 'shop', celsius: celsius + normal(random) * 0.6, humidity: 0.5 },
        });
      }
    }
  const hang = file.route.find((s) => s.kind === 'hang');
  const waits = (hang?.after ?? []).flatMap((r) =>
    file.lots.map((l) => (ends.get(`${r.step} ${l.id}`) ?? 0) + r.min * MINUTE),
  );
  // One job in six was wanted back sooner than its film allowed.
  const early = n % 6 === 4;
  const hanging = atWork(early ? free + 14 * HOUR : Math.max(free, ...waits), 240);
  pieces.forEach((piece, i) =>
    log.push({ at: hanging + i * 5 * MINUTE, body: { kind: 'piece.hung', piece, opening: piece } }),
  );
  for (const part of FITTINGS) {
    const due = file.pieces.filter((p) => fittingsFor(file.pieces, p).includes(part)).map((p) => p.id);
    // Handles go on when the last film is print-free, some weeks later.
    const at = hanging + (part === 'handle' ? 15 * DAY : 5 * HOUR);
    if (due.length) log.push({ at, body: { kind: 'piece.fitted', part, pieces: due } });
  }
  record(log);
  for (const w of works) {
    const { id, step, lot, pieces: own } = w;
    record([
      { id, at: w.at, body: { kind: 'work.started', step, lot, pieces: own } },
      { at: w.end, body: { kind: 'work.finished', work: id, leftOut: [] } },
    ]);
  }
  return hanging + pieces.length * 5 * MINUTE;
}

interface Used {
  system: string;
  bad: boolean;
  winter: boolean;
  gloss: string;
  now: number;
  random: Random;
  record: (log: readonly Log[]) => void;
}

/** Days after hand-over on which somebody came, if they did. */
const VISITS = [7, 30, 182, 365, 730, 1095, 1461, 1826];
/** A visit is missed so often, and a household reports what it sees so often. */
const MISSED = 0.12;
const REPORTS = 0.35;

/** What the household and the visits find, up to now. */
function use(db: Db, job: string, hung: number, used: Used): void {
  const { system, bad, winter, gloss, now, random, record } = used;
  const file = openJob(db, job);
  const places = kitchenPlaces(readNotation(file.job.surveyed, file.job.unit).kitchen, file.pieces);
  const kitchen = gamma(KITCHEN_VARIANCE, random);
  const lives = file.pieces.map((piece, i) => {
    const place = places[i] ?? 'elsewhere';
    const factor =
      kitchen *
      PLACE_FACTOR[place] *
      (winter ? WINTER_FACTOR : 1) *
      (gloss === 'nothing' ? GLOSS_LEFT_FACTOR : 1) *
      (bad ? BAD_BATCH_FACTOR : 1);
    const start = pieceState(file.state, piece.id).hungAt ?? hung;
    const fails = start + daysToFailure(system, factor, 1 - random()) * DAY;
    return { piece, place, factor, fails, known: false };
  });
  const mendLater = (id: string, piece: (typeof lives)[number], at: number, key: FailureKey): void => {
    const done = at + (6 + 20 * random()) * DAY;
    if (done > now) return;
    const minutes = Math.max(5, Math.round(failureOf(key).minutes * Math.exp(0.3 * normal(random))));
    const scope = key === 'nick' ? 'spot' : 'face';
    const ml = scope === 'spot' ? 10 : 60;
    record([{ at: done, body: { kind: 'touch-up.closed', touchUp: id, minutes, note: '', scope, ml } }]);
    piece.known = false;
    piece.fails = done + daysToFailure(system, piece.factor * 0.8, 1 - random()) * DAY;
  };
  const point = (place: KitchenPlace, key: FailureKey): { x: number; y: number } => ({
    x: Math.min(
      0.98,
      Math.max(0.02, key === 'nick' || place === 'bin' ? 0.85 + 0.1 * normal(random) : random()),
    ),
    y: Math.min(
      0.98,
      Math.max(0.02, place === 'sink' || key === 'swollen' ? 0.9 + 0.06 * normal(random) : random()),
    ),
  });
  const visits = VISITS.map((d) => atWork(hung + d * DAY * (1 + 0.06 * normal(random)), 60)).filter(
    (at) => at < now && random() > MISSED,
  );
  const find = (life: (typeof lives)[number], at: number, how: 'report' | 'visit' | 'prompted'): void => {
    const key = weighted(KINDS[life.place], random);
    const id = idFrom(random);
    const where = { piece: life.piece.id, face: 'front' as const, ...point(life.place, key), note: '' };
    const body: FactBody =
      how === 'report'
        ? { kind: 'failure.reported', failure: key, ...where }
        : {
            kind: 'check.recorded',
            test: { method: 'visual', failure: key },
            ...where,
            ...(how === 'prompted' ? { prompted: true } : {}),
          };
    record([{ id, at, body }]);
    life.known = true;
    mendLater(id, life, at, key);
  };
  const look = (life: (typeof lives)[number], at: number, prompted: boolean): void => {
    if (life.known) return;
    if (life.fails <= at) find(life, at, prompted ? 'prompted' : 'visit');
    else
      record([
        {
          at,
          body: {
            kind: 'check.recorded',
            piece: life.piece.id,
            face: 'front',
            test: { method: 'visual', failure: null },
            note: '',
            ...(prompted ? { prompted: true } : {}),
          },
        },
      ]);
  };
  let last = hung;
  for (const at of [...visits, now]) {
    // What failed since: some households say so, and somebody comes for it.
    for (const life of lives)
      if (!life.known && life.fails > last && life.fails < Math.min(at, now - 20 * DAY) && random() < REPORTS)
        find(life, life.fails, 'report');
    if (at === now) break;
    // Half of what is looked at are those that meet water and heat, half are drawn from the rest.
    const count = Math.ceil(lives.length * 0.5);
    const drawn = lives.map((life) => ({ life, order: random() })).sort((x, y) => x.order - y.order);
    const risky = drawn.filter(({ life }) => life.place !== 'elsewhere').slice(0, Math.ceil(count / 2));
    const rest = drawn.filter((d) => !risky.includes(d)).slice(0, count - risky.length);
    [...risky, ...rest].forEach(({ life }, i) => look(life, at + i * 3 * MINUTE, false));
    last = at;
  }
}

function weighted<T>(list: readonly (readonly [T, number])[], random: Random): T {
  let left = random() * list.reduce((sum, [, w]) => sum + w, 0);
  for (const [value, weight] of list) if ((left -= weight) < 0) return value;
  const last = list.at(-1);
  if (!last) throw new Error('Nothing to pick from');
  return last[0];
}
