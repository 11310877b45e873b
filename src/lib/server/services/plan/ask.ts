/** What a page needs to ask a worker: the job as it is planned, and as it would be with one thing changed. */
import { choiceSchema, type Choice } from '$core/planning/choice';
import { withRework } from '$core/bench/rework';
import { applySchools } from '$core/coating/schools';
import { PATTERN_FACTS, PATTERNS } from '$core/coating/pattern';
import { TOOL_FACTS } from '$core/coating/tool';
import { divide, lotName } from '$core/planning/lots';
import type { Packed, PackedAir } from '$core/planning/pack';
import type { RiskModel } from '$core/planning/risk-model';
import type { Places } from '$core/air/places';
import { dayAfter, dayToMs, isoDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { listWorkers } from '../../store/workers';
import { jobToPlan } from './current-plan';
import { siteOf } from '../job/fixed-work';
import { firstFilm, routeOf, type JobFile } from '../job/open-job';
import { jobWaits } from '../air/job-waits';
import { learntAt } from '../air/learnt';
import { learntRisk } from './learnt-risk';
import { airOf, airWith, placesOf } from '../air/places';

const DAY = 86_400_000;
/** Days of air before the plan begins and after it that a worker is given. */
const BEFORE = 12;
const AFTER = 66;
/** Days ahead that are planned. */
const HORIZON = 60;

export interface Variant {
  key: string;
  /** in the imperative: "Hang both faces" */
  words: string;
  packed: Packed;
}

export interface Questions {
  base: Packed;
  variants: Variant[];
  /** how far things go otherwise here */
  risk: RiskModel;
}

const learntMultipliers = (db: Db, choice: Choice): [string, number][] =>
  [...learntAt(db, choice.place)].map(([key, l]) => [key, l.multiplier]);

const round = (n: number): number => Math.round(n * 1000) / 1000;

function packAir(
  db: Db,
  file: JobFile,
  choice: Choice,
  now: number,
  places: Places | null,
): PackedAir | null {
  if (choice.air !== 'place') return null;
  const since = firstFilm(choice, file.state, file.job.zone);
  const { climate } = (
    places ? airWith(db, places, choice.place, now, since) : airOf(db, choice.place, now, since)
  ).rates;
  const hour = climate.step * 60_000;
  const t0 = Math.max(now, dayToMs(choice.startDay, file.job.zone));
  const first = Math.max(0, Math.floor((t0 - BEFORE * DAY - climate.start) / hour));
  const last = Math.ceil((t0 + AFTER * DAY - climate.start) / hour);
  return {
    climate: {
      start: climate.start + first * hour,
      step: climate.step,
      air: climate.air
        .slice(first, last)
        .map((a) => ({ celsius: round(a.celsius), humidity: round(a.humidity), wind: round(a.wind) })),
    },
    multipliers: learntMultipliers(db, choice),
  };
}

/** A job to plan as data. @param around other jobs it keeps clear of; all where nothing is said */
export function packJob(
  db: Db,
  file: JobFile,
  now: number,
  horizonDays = HORIZON,
  around?: ReadonlySet<string>,
  places: Places | null = null,
): Packed | null {
  const job = jobToPlan(db, file, now, horizonDays, around);
  if (!job || !file.choice) return null;
  return { job: { ...job, waits: undefined }, air: packAir(db, file, file.choice, now, places) };
}

/** A job to plan as data with its air to the last digit, so that the plan waits to the minute as the bench does. */
export function packExactly(db: Db, file: JobFile, now: number, horizonDays: number): Packed | null {
  const job = jobToPlan(db, file, now, horizonDays);
  const { choice } = file;
  if (!job || !choice) return null;
  if (choice.air !== 'place') return { job: { ...job, waits: undefined }, air: null };
  const { climate } = airOf(db, choice.place, now, firstFilm(choice, file.state, file.job.zone)).rates;
  // Films that lie there already are known by the moment they are ready: the plan's own coats are laid from now on.
  const first = Math.max(0, Math.floor((job.t0 - climate.start) / (climate.step * 60_000)) - 1);
  const air = {
    climate: {
      ...climate,
      start: climate.start + first * climate.step * 60_000,
      air: climate.air.slice(first).map(({ celsius, humidity, wind }) => ({ celsius, humidity, wind })),
    },
    multipliers: learntMultipliers(db, choice),
  };
  return { job: { ...job, waits: undefined }, air };
}

/** A job as if something else had been chosen. Pieces are divided anew only before work begins. */
export function withChoice(db: Db, file: JobFile, other: Choice, now: number): JobFile {
  const plainRoute = routeOf(other, file.pieces);
  const route = withRework(
    plainRoute,
    file.state,
    file.pieces.map((p) => p.id),
  );
  const system = applySchools(other.system, other.schools);
  const lots =
    file.state.works.size === 0 && other.lotSize !== file.choice?.lotSize
      ? file.zones
          .map((z) => file.pieces.filter((p) => p.zoneId === z.id).map((p) => p.id))
          .flatMap((pieces) => divide(pieces, other.lotSize))
          .map((pieces, i) => ({ id: `as if ${i}`, name: lotName(i), pieces }))
      : file.lots;
  return {
    ...file,
    choice: other,
    system,
    plainRoute,
    route,
    lots,
    site: other.fixed ? siteOf(file.job, file.pieces, system, plainRoute) : [],
    waits: jobWaits(db, other, now, firstFilm(other, file.state, file.job.zone)),
  };
}

/** One more hour at the end of the day. */
function longer(week: Choice['crewWeek']): Choice['crewWeek'] {
  const spans = week.spans.map((s): [string, string] => [...s]);
  const last = spans.at(-1);
  if (!last) return week;
  const [h = 0, m = 0] = last[1].split(':').map(Number);
  last[1] = h >= 23 ? '23:59' : `${String(h + 1).padStart(2, '0')}:${String(m).padStart(2, '0')}`;
  return { ...week, spans };
}

/**
 * Everything that is asked about a job: the base and what could be changed.
 * @param changes false: the base alone
 * @returns null before anything is chosen
 */
export function questions(db: Db, file: JobFile, now: number, changes = true): Questions | null {
  const { choice } = file;
  const base = choice && packJob(db, file, now);
  if (!choice || !base) return null;
  const risk = learntRisk(db);
  if (!changes) return { base, variants: [], risk };
  const variants: Variant[] = [];
  const ask = (key: string, words: string, change: Partial<Choice>, places: Places | null = null): void => {
    const parsed = choiceSchema.safeParse({ ...choice, ...change });
    if (!parsed.success) return;
    let packed: Packed | null;
    try {
      packed = packJob(db, withChoice(db, file, parsed.data, now), now, HORIZON, undefined, places);
    } catch {
      // A figure that this way of working would need is not known: it cannot be weighed.
      return;
    }
    if (packed) variants.push({ key, words, packed });
  };
  const people = listWorkers(db);
  const more = people.find((w) => !choice.workers.includes(w.id));
  if (more) ask('person', `Bring ${more.name} too`, { workers: [...choice.workers, more.id] });
  const slots = Math.ceil((choice.rackSlots * 1.5) / 6) * 6;
  ask('rack', `Bring more rack: ${slots} slots`, { rackSlots: slots });
  if (!choice.crewWeek.days.includes(6)) {
    const saturday = [...choice.crewWeek.days, 6].sort();
    const house = [...new Set([...choice.houseWeek.days, 6])].sort();
    ask('saturday', 'Work Saturdays, if the family agrees', {
      crewWeek: { ...choice.crewWeek, days: saturday },
      houseWeek: { ...choice.houseWeek, days: house },
    });
  }
  ask('hour', 'Work an hour longer each day', { crewWeek: longer(choice.crewWeek) });
  if (choice.air === 'place') {
    const places = placesOf(db);
    const warm: Places =
      choice.place === 'tent'
        ? {
            ...places,
            tent: {
              ...places.tent,
              heater: { ...places.tent.heater, on: true, nights: true },
              dehumidifier: { ...places.tent.dehumidifier, on: true },
            },
          }
        : { ...places, [choice.place]: { ...places[choice.place], heatedTo: 21, nightTo: 21 } };
    ask(
      'air',
      choice.place === 'tent' ? 'Heat through the night and dehumidify' : 'Heat through the night',
      {},
      warm,
    );
  }
  if (file.state.works.size === 0) {
    for (const pattern of PATTERNS)
      if (pattern !== choice.pattern || Object.keys(choice.patterns).length)
        ask(`pattern ${pattern}`, `Turn otherwise: ${PATTERN_FACTS[pattern].name}`, {
          pattern,
          patterns: {},
        });
    const tool = TOOL_FACTS[choice.tool].sprays ? 'brush-roller' : 'spray';
    ask('tool', tool === 'spray' ? 'Spray instead' : 'Brush and roll instead', { tool });
    const largest = Math.max(...file.lots.map((l) => l.pieces.length), 1);
    for (const size of [Math.ceil(largest / 2), largest * 2])
      if (size !== choice.lotSize && size <= Math.min(60, choice.rackSlots))
        ask(`lots ${size}`, `${size < largest ? 'Smaller' : 'Larger'} lots, ${size} pieces at most`, {
          lotSize: size,
        });
    const start = dayToMs(choice.startDay, file.job.zone);
    if (start > now) {
      const today = isoDay(now, file.job.zone);
      ask('sooner', 'Start today', { startDay: today });
    }
    ask('later', 'Start a day later', {
      startDay: isoDay(dayAfter(choice.startDay, file.job.zone), file.job.zone),
    });
  }
  return { base, variants, risk };
}
