/** Everything about one job, as the pages need it. */
import type { Context } from '$core/bench/guard';
import type { Fact } from '$core/bench/events';
import { fold, type JobState } from '$core/bench/fold';
import type { Lot } from '$core/bench/acts';
import { knownPieces } from '$core/bench/bench-job';
import { atPace } from '$core/bench/pace';
import { withRework } from '$core/bench/rework';
import { buildRoute, type Step } from '$core/coating/route';
import { mergeRoutes, sparingBacks } from '$core/coating/routes-apart';
import { applySchools, FILM_OF } from '$core/coating/schools';
import type { Pattern } from '$core/coating/pattern';
import type { System } from '$core/coating/system';
import type { Waits } from '$core/coating/waits';
import type { SiteStep } from '$core/takeoff/site-route';
import { choiceSchema, type Choice } from '$core/planning/choice';
import { dayToMs, sayTime } from '$core/units/clock-time';
import type { Db } from '../db/open';
import { keeping } from '../keeping';
import { listFacts } from '../store/facts';
import { findJob, listZones, type Job, type Zone } from '../store/jobs';
import { listLots, listPieces, type Piece } from '../store/pieces';
import { readSetting } from '../store/settings';
import { now } from './clock';
import { siteOf } from './fixed';
import { jobWaits } from './job-waits';
import { Refused } from './refused';

export interface JobFile {
  job: Job;
  zones: Zone[];
  pieces: Piece[];
  lots: Lot[];
  facts: Fact[];
  state: JobState;
  choice: Choice | null;
  /** the chosen system with the chosen schools; null before one is chosen */
  system: System | null;
  /** the system's route, and with what open flaws ask for; empty before a system is chosen */
  plainRoute: Step[];
  route: Step[];
  /** steps of the fixed work; empty where it is not planned */
  site: SiteStep[];
  waits: Waits;
  codes: Map<string, string>;
  context: Context;
}

/**
 * The route of a choice: its system with its schools, turned as each colour is, backs left as they are where they stay.
 * @throws Error when a figure is missing
 */
export function routeOf(
  choice: Choice,
  pieces: readonly { id: string; zoneId: string; condition: { faces: 'both' | 'front' } }[],
): Step[] {
  const system = applySchools(choice.system, choice.schools);
  const way = (zone: string): Pattern => choice.patterns[zone] ?? choice.pattern;
  const patterns = new Set([choice.pattern, ...pieces.map((p) => way(p.zoneId))]);
  const ways = [...patterns].map((pattern) => ({
    pattern,
    pieces: new Set(pieces.flatMap((p) => (way(p.zoneId) === pattern ? [p.id] : []))),
    route: buildRoute(system, choice.counts, choice.tool, pattern, FILM_OF[choice.schools.film]),
  }));
  const frontOnly = new Set(pieces.flatMap((p) => (p.condition.faces === 'front' ? [p.id] : [])));
  return sparingBacks(atPace(mergeRoutes(ways), choice.paces), frontOnly);
}

/** A choice is read once: nobody changes what was read. */
const choices = keeping<Choice>(64);
const readChoice = (text: string): Choice => choices(text, () => choiceSchema.parse(JSON.parse(text)));

/** Routes are made once for the same choice, survey and pieces: nobody changes what was made. */
const ways = keeping<{ plainRoute: Step[]; site: SiteStep[] }>(32);

function waysOf(
  job: Job,
  choice: Choice | null,
  system: System | null,
  pieces: readonly Piece[],
): { plainRoute: Step[]; site: SiteStep[] } {
  if (!choice || !system) return { plainRoute: [], site: [] };
  const own = pieces.map((p) => [p.id, p.zoneId, p.condition.faces, p.condition.inside].join(' '));
  return ways([job.choice, job.unit, job.surveyed, ...own].join('\n'), () => {
    const plainRoute = routeOf(choice, pieces);
    return { plainRoute, site: choice.fixed ? siteOf(job, pieces, system, plainRoute) : [] };
  });
}

/** When the first film of a job was or will be laid, ms since 1970. */
export const firstFilm = (choice: Choice | null, state: JobState, zone: string): number =>
  Math.min(
    choice ? dayToMs(choice.startDay, zone) : Infinity,
    ...[...state.works.values()].map((w) => w.start),
  );

/** Loads a job. @throws Refused 404 when there is none */
export function openJob(db: Db, id: string): JobFile {
  const job = findJob(db, id);
  if (!job)
    throw new Refused(
      404,
      'There is no such job. It may have been opened from an old link: look it up under Jobs.',
    );
  const pieces = listPieces(db, id);
  const facts = listFacts(db, id);
  const state = fold(facts);
  const choice = job.choice === null ? null : readChoice(job.choice);
  const system = choice && applySchools(choice.system, choice.schools);
  const { plainRoute, site } = waysOf(job, choice, system, pieces);
  const route = withRework(
    plainRoute,
    state,
    pieces.map((p) => p.id),
  );
  const waits = jobWaits(db, choice, now(db), firstFilm(choice, state, job.zone));
  const codes = new Map(pieces.map((p) => [p.id, p.code]));
  const zones = listZones(db, id);
  const lots = listLots(db, id);
  const cures = route.flatMap((s) => (s.product?.stages.cured ? [s.product.stages.cured.value] : []));
  const context: Context = {
    state,
    route,
    site,
    codes,
    pieces: knownPieces(pieces, zones),
    lots,
    ...(choice ? { rack: { slots: choice.rackSlots, ...choice.slot } } : {}),
    waits,
    measures: readSetting(db, 'measures') ?? 'metric',
    cureMinutes: cures.length ? Math.max(...cures) : null,
    sayTime: (ms) => sayTime(ms, job.zone),
  };
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
    site,
    waits,
    codes,
    context,
  };
}
