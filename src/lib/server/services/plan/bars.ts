/** Bars of the day rail and the time board: what was done, is under way and is planned. */
import { goesOn, pauses } from '$core/bench/view/left-of-work';
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { NO_COLOUR } from '$core/kitchen/colour';
import { kitchenWorks, pieceState } from '$core/bench/state/state';
import { gets, type Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import { operationId, plannedSteps } from '$core/planning/model/operation-id';
import { openMinutes } from '$core/planning/model/work-week';
import { startOfDay } from '$core/units/clock-time';
import { inKitchen, minutesOf, type AnyStep } from '$core/takeoff/any-step';
import { SITE, type SiteStep } from '$core/takeoff/site-route';
import { KITCHEN_ROW, type Bar } from './bar';
import type { StoredPlan } from '../../store/plans';
import type { OpenJob } from '../job/open-job';

/** A step by the first word of its act: "unmask", "wipe". */
const called = ({ act }: Pick<Step, 'act'>): string => (act.split(' ')[0] ?? '').toLowerCase();

/** What a step is called where there is room for a word. */
const word = (step: Step): string => (step.kind === 'prep' ? called(step) : step.kind);

/** When a film is ready for a step, by everything that the step waits for it. */
const readyFor = (next: Pick<Step, 'after'>, coat: string, laid: number, waits: Waits): number | null => {
  const at = next.after.flatMap((r) =>
    r.step === coat && r.film && r.stage ? [waits.readyAt(r.film, r.stage, laid, r.wet)] : [],
  );
  return at.length ? Math.max(...at) : null;
};

/** When the film of a coat on a lot is ready for the first later step that waits for it. */
function readyAfter(
  { route, waits, lots }: OpenJob,
  lot: string,
  step: Step,
  laid: number,
): { at: number; word: string } | null {
  const pieces = lots.find((l) => l.id === lot)?.pieces ?? [];
  for (const later of route) {
    if (pieces.length && !pieces.some((p) => gets(later, p))) continue;
    const at = readyFor(later, step.key, laid, waits);
    if (at !== null) return { at, word: word(later) };
  }
  return null;
}

const short = (step: Step): string =>
  step.kind === 'coat' ? (step.product?.kind === 'primer' ? 'prime' : String(step.coat)) : word(step);

/** The paint of each lot: a lot has one colour. */
function lotPaint(file: OpenJob): Map<string, string> {
  const zones = new Map(file.zones.map((z) => [z.id, z.hex]));
  const pieces = new Map(file.pieces.map((p) => [p.id, zones.get(p.zoneId) ?? '']));
  return new Map(file.lots.map((l) => [l.id, pieces.get(l.pieces[0] ?? '') ?? '']));
}

/** Minutes of changing over at the beginning of planned operations, by id. */
function setupsOf(plan: StoredPlan): Map<string, number> {
  if (!isPlan(plan.result)) return new Map();
  const start = new Map(plan.result.assignments.map((a) => [a.operation, a.start]));
  return new Map(
    plan.problem.stations.flatMap((s) => {
      const there = plan.problem.operations
        .filter((o) => o.station === s.id && start.has(o.id))
        .sort((a, b) => (start.get(a.id) ?? 0) - (start.get(b.id) ?? 0));
      return there.map((o, i): [string, number] => [
        o.id,
        s.changeovers.find((c) => c.from === (there[i - 1]?.material ?? null) && c.to === o.material)
          ?.minutes ?? 0,
      ]);
    }),
  );
}

/** When the recoat window of a coat closes; null where it has none. */
function windowAfter(file: OpenJob, step: Step, laid: number): number | null {
  const limits = file.route.flatMap((later) =>
    later.after.flatMap((r) => (r.step === step.key && r.max !== null ? [laid + r.max * MINUTE] : [])),
  );
  return limits.length ? Math.min(...limits) : null;
}

/** Whether all of a planned operation was begun, or done, since; what pauses is planned as far as it is left. */
function isBegun({ state, lots }: OpenJob, lot: string, step: string): boolean {
  const inKitchen = kitchenWorks(state).get(step);
  if (lot === SITE) return inKitchen !== undefined && !pauses(inKitchen);
  const busy = new Set(
    [...state.works.values()].flatMap((w) => (w.step === step && goesOn(w) ? w.pieces : [])),
  );
  const pieces = lots.find((l) => l.id === lot)?.pieces ?? [];
  const skipped = (piece: string): boolean => pieceState(state, piece).hungIn !== null;
  return (
    pieces.some((p) => busy.has(p) || pieceState(state, p).done.has(step)) &&
    pieces.every((p) => busy.has(p) || skipped(p) || pieceState(state, p).done.has(step))
  );
}

/** Bars of what was done, is under way and is planned. */
export function bars(
  file: OpenJob,
  plan: StoredPlan | null,
  workers: ReadonlyMap<string, string>,
  pins: ReadonlySet<string> = new Set(),
): Bar[] {
  const lots = new Map(file.lots.map((l) => [l.id, l.name]));
  const paint = lotPaint(file);
  const setups = plan ? setupsOf(plan) : new Map<string, number>();
  const pinnedOf = (operation: string | null): boolean => operation !== null && pins.has(operation);
  const onPieces = (step: Step, lot: string, end: number, laid: boolean, operation: string | null) => {
    const wait = laid ? readyAfter(file, lot, step, end) : null;
    return {
      lot: lots.get(lot) ?? '',
      hex: paint.get(lot) ?? NO_COLOUR,
      face: step.face,
      short: short(step),
      words: step.act,
      dryUntil: wait?.at ?? null,
      readyFor: wait?.word ?? '',
      where: step.kind === 'hang' ? ('kitchen' as const) : ('pieces' as const),
      setup: operation ? (setups.get(operation) ?? 0) : 0,
      windowUntil: laid ? windowAfter(file, step, end) : null,
    };
  };
  const inTheKitchen = (step: SiteStep, end: number, over: boolean) => {
    const next = file.site.find((s) => s.after.some((r) => r.step === step.key && r.film && r.stage));
    const zone = file.zones.find((z) => z.id === step.zone);
    return {
      lot: KITCHEN_ROW,
      hex: zone?.hex ?? NO_COLOUR,
      face: null,
      short: called(step),
      words: step.act + (zone && file.zones.length > 1 ? `, ${zone.colour}` : ''),
      dryUntil: next && over ? readyFor(next, step.key, end, file.context.siteWaits) : null,
      readyFor: next ? called(next) : '',
      where: step.visit?.kind === 'out' ? ('pieces' as const) : ('kitchen' as const),
      setup: 0,
      windowUntil: null,
    };
  };
  const stepIn = (lot: string, key: string): AnyStep | undefined =>
    (lot === SITE ? file.site : file.route).find((s) => s.key === key);
  const bar = (
    id: string,
    work: { step: string; lot: string; worker: string; start: number; end: (step: AnyStep) => number },
    tense: Bar['tense'],
    operation: string | null = null,
  ): Bar[] => {
    const step = stepIn(work.lot, work.step);
    if (!step) return [];
    const { start, worker } = work;
    const end = work.end(step);
    const over = tense !== 'now';
    const own = inKitchen(step)
      ? inTheKitchen(step, end, over)
      : onPieces(step, work.lot, end, over && step.kind === 'coat', operation);
    return [
      {
        ...own,
        id,
        kind: step.kind,
        primer: step.product?.kind === 'primer',
        who: workers.get(worker) ?? worker,
        start,
        end,
        tense,
        operation,
        pinned: pinnedOf(operation),
      },
    ];
  };
  const recorded = [...file.state.works.values()].flatMap((w) => {
    const left = pauses(w) ? Math.max(...w.hands.map((h) => h.to ?? w.start)) : null;
    const end = (step: AnyStep): number => w.end ?? left ?? w.start + minutesOf(step, w.pieces) * MINUTE;
    return bar(w.id, { ...w, end }, w.end === null ? 'now' : 'done');
  });
  // The plan may be older than what was recorded.
  const planned = plannedSteps(plan)
    .filter((p) => !isBegun(file, p.lot, p.step))
    .flatMap((p) =>
      bar(`plan ${p.lot} ${p.step}`, { ...p, end: () => p.end }, 'planned', operationId(p.lot, p.step)),
    );
  return [...recorded, ...planned].sort((a, b) => a.start - b.start);
}

/** The crew's open hours between two moments, ms since 1970. */
export function openSpans(file: OpenJob, from: number, to: number): [number, number][] {
  if (!file.choice) return [];
  return openMinutes(file.choice.crewWeek, file.job.zone, from, Math.round((to - from) / MINUTE)).map(
    ([a, b]) => [from + a * MINUTE, from + b * MINUTE],
  );
}

/** The rail of today: its bars and hours. */
export function today(
  file: OpenJob,
  plan: StoredPlan | null,
  workers: ReadonlyMap<string, string>,
  now: number,
) {
  const dayStart = startOfDay(now, file.job.zone);
  const dayEnd = startOfDay(dayStart + 26 * 60 * MINUTE, file.job.zone);
  return {
    dayStart,
    open: openSpans(file, dayStart, dayEnd),
    bars: bars(file, plan, workers).filter((b) => (b.dryUntil ?? b.end) > dayStart && b.start < dayEnd),
  };
}
