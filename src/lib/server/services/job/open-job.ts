/** Everything about one job, as the pages need it. */
import type { FixedPartAt } from '$core/kitchen/fixed-parts';
import { contextFor, type Context } from '$core/bench/guard/context';
import type { Fact } from '$core/bench/log/events';
import { fold } from '$core/bench/log/fold';
import type { JobState } from '$core/bench/state/state';
import type { Lot } from '$core/planning/job/lots';
import { withRework } from '$core/bench/guard/rework';
import { cureOf, kitchenSteps } from '$core/bench/guard/touch-up-steps';
import type { Step } from '$core/coating/route';
import { visitsOf, waysOf, type Ways } from '$core/job-plan/ways';
import type { System } from '$core/coating/system';
import type { Waits } from '$core/coating/waits';
import type { SiteStep } from '$core/takeoff/site-route';
import { choiceSchema, type Choice } from '$core/planning/job/choice';
import { finishesOf } from '$core/planning/job/finishes';
import { dayToMs } from '$core/units/clock-time';
import { isInstant } from '$core/units/instant';
import { isTimeZone } from '$core/units/time-zones';
import type { Db } from '../../db/open';
import { forgiving, type Forgiven } from '../../base/forgiving';
import { keepLast } from '$core/units/keep-last';
import { factFaults, listFacts } from '../../store/facts';
import { findDeleted, findJob, listOtherColours, listZones, type Job, type Zone } from '../../store/jobs';
import { listLots, listPieces, unreadableConditions, type Piece } from '../../store/pieces';
import { readSetting } from '../../store/settings';
import { listWorkers } from '../../store/workers';
import { companyZone, now } from '../company/clock';
import type { JobFault } from './each-job';
import { jobWaits } from '../air/job-air';
import { airOf, isForeseen, placeNamed } from '../air/place-air';
import { Refused } from '../../base/refused';

export interface OpenJob {
  job: Job;
  zones: Zone[];
  pieces: Piece[];
  lots: Lot[];
  facts: Fact[];
  state: JobState;
  choice: Choice | null;
  /** the chosen system with the chosen schools, and the products of all finishes; null before one is chosen */
  system: System | null;
  /** the system's route, and with what open flaws ask for; empty before a system is chosen */
  plainRoute: Step[];
  route: Step[];
  /** steps in the kitchen: the fixed work and visits, where they are planned, and with touch-ups that are planned */
  plainSite: SiteStep[];
  site: SiteStep[];
  /** all that stays on the wall, planned or not */
  fixed: SiteStep[];
  /** what of the fixed work can be pointed at */
  parts: FixedPartAt[];
  waits: Waits;
  codes: ReadonlyMap<string, string>;
  context: Context;
  /** what of it does not read as it is stored */
  faults: JobFault[];
}

/** A choice is read once: nobody changes what was read. Null where it cannot be read. */
const choices = keepLast<Forgiven<Choice> | null>(64);
export const readChoice = (text: string): Forgiven<Choice> | null =>
  choices(text, () => forgiving(choiceSchema, text));

/** What of a stored job does not read as it is, and what is taken in its place. */
function mend(db: Db, stored: Job): { job: Job; choice: Choice | null; faults: JobFault[] } {
  const faults: JobFault[] = [];
  const job = { ...stored };
  if (!isTimeZone(job.zone)) {
    job.zone = companyZone();
    faults.push({
      what: `There is no time zone “${stored.zone}”: times are shown in ${job.zone}.`,
      advice: 'Choose the time zone of the job again.',
    });
  }
  if (!isInstant(job.createdAt)) {
    job.createdAt = now(db);
    faults.push({ what: 'The day it was made cannot be read.', advice: 'Nothing need be done about it.' });
  }
  const read = job.choice === null ? null : readChoice(job.choice);
  if (read?.mended.length)
    faults.push({
      what: `Figures of its plan are beyond their limits (${read.mended[0] ?? ''}).`,
      advice: 'Choose the system on its plan again, with figures that can be.',
    });
  if (job.choice !== null && !read) {
    job.choice = null;
    faults.push({
      what: 'What was chosen for its plan cannot be read: it is shown as if nothing were chosen.',
      advice: 'Forget what was chosen, then choose the system again. What was recorded stays.',
    });
  }
  const log = factFaults(db, job.id);
  const [dark, late] = [
    log.filter((f) => f.what === 'unreadable').length,
    log.filter((f) => f.what === 'time').length,
  ];
  if (dark)
    faults.push({
      what: `${dark} of its facts cannot be read and ${dark === 1 ? 'is' : 'are'} left out.`,
      advice: 'Record again what is missing. The log keeps them as they are.',
    });
  if (late)
    faults.push({
      what: `${late} of its facts ${late === 1 ? 'has' : 'have'} a time that cannot be: when it was stored is taken.`,
      advice: 'Take back and record again what has a wrong time.',
    });
  const notes = unreadableConditions(db, job.id);
  if (notes)
    faults.push({
      what: `The notes of ${notes} of its pieces cannot be read: they count as not noted.`,
      advice: 'Note their wood, finish and hinges again under Survey, Pieces.',
    });
  return { job, choice: read?.value ?? null, faults };
}

/** The system of a choice by name, with the products and own cautions of every finish that it has. */
export function systemOf(choice: Choice): System {
  const all = [...finishesOf(choice).values()].map((f) => f.system);
  const [own = choice.system] = all;
  return {
    ...own,
    name: [...new Set(all.map((s) => s.name))].join(' · '),
    products: [...new Map(all.flatMap((s) => s.products).map((p) => [p.key, p])).values()],
    cautions: [...new Set(all.flatMap((s) => s.cautions))],
  };
}

/** When the first film of a job was or will be laid, ms since 1970. */
export const firstFilm = (choice: Choice | null, state: JobState, zone: string): number =>
  Math.min(
    choice ? dayToMs(choice.startDay, zone) : Infinity,
    ...[...state.works.values()].map((w) => w.start),
  );

/** Air of the company's places at a moment, read or forecast. */
const forecastOf =
  (db: Db): Context['forecast'] =>
  (name, at) => {
    const place = placeNamed(name);
    if (!place || !isForeseen()) return null;
    const { climate } = airOf(db, place, now(db), at).rates;
    return climate.air[Math.floor((at - climate.start) / (climate.step * 60_000))] ?? null;
  };

/** Loads a job, as far as it can be read. @throws Refused 404 when there is none, 410 when it was deleted */
export function openJob(db: Db, id: string): OpenJob {
  const stored = findJob(db, id);
  const gone = stored ? undefined : findDeleted(db, id);
  if (gone)
    throw new Refused(410, `The job “${gone.name}” was deleted here. What was recorded on it is gone, too.`);
  if (!stored)
    throw new Refused(
      404,
      'There is no such job. It may have been opened from an old link: look it up under Jobs.',
    );
  const pieces = listPieces(db, id);
  const facts = listFacts(db, id);
  const state = fold(facts);
  const mended = mend(db, stored);
  const { job, faults } = mended;
  let { choice } = mended;
  let system = choice && systemOf(choice);
  let ways: Ways = { plainRoute: [], site: [], fixed: [], parts: [] };
  try {
    if (choice) ways = waysOf(choice, job, pieces);
  } catch (error) {
    faults.push({
      what: `Its plan cannot be worked: ${error instanceof Error ? error.message : String(error)}.`,
      advice: 'Forget what was chosen, then choose the system again. What was recorded stays.',
    });
    choice = system = job.choice = null;
  }
  const { plainRoute, fixed, parts } = ways;
  const route = withRework(
    plainRoute,
    state,
    pieces.map((p) => p.id),
  );
  const { waits, siteWaits, waitsAtHome } = jobWaits(db, choice, now(db), firstFilm(choice, state, job.zone));
  const zones = listZones(db, id);
  const lots = listLots(db, id);
  const cureMinutes = cureOf(route);
  const plainSite = choice ? [...ways.site, ...visitsOf(choice, pieces, lots, plainRoute)] : ways.site;
  const site = kitchenSteps(plainSite, state, { route, pieces, parts, zone: job.zone, cureMinutes });
  const context = contextFor({
    ...{ state, route, site, pieces, parts, lots, zones, waits, siteWaits, waitsAtHome, cureMinutes },
    people: listWorkers(db),
    otherColours: () => listOtherColours(db, id),
    rack: choice && { slots: choice.rackSlots, ...choice.slot },
    place: choice?.place ?? 'tent',
    forecast: choice?.air === 'place' ? forecastOf(db) : () => null,
    measures: readSetting(db, 'measures') ?? 'metric',
    zone: job.zone,
  });
  return {
    job,
    zones,
    pieces,
    lots,
    facts,
    state,
    choice,
    system,
    plainRoute,
    route,
    plainSite,
    site,
    fixed,
    parts,
    waits,
    codes: context.codes,
    context,
    faults,
  };
}
