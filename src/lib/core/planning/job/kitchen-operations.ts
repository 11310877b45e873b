/** What is done in the kitchen as operations: the fixed work, touch-ups, and the visits around the lots' work. */
import { SITE } from '$core/takeoff/site-route';
import type { VisitKind } from '$core/takeoff/visit';
import { isVisit, visitKey, type VisitStep } from '$core/takeoff/visits';
import { intersect } from '../model/calendar';
import { factId, operationId, readOperationId } from '../model/operation-id';
import type { Interval } from '../model/problem';
import { wholeHours } from './hours';
import type { SiteProgress } from './job-to-plan';
import type { ProblemDraft } from './problem-draft';
import { addStep } from './step-operation';

/** What of a lot is still to be done: operations by step. */
export type LotOperations = ReadonlyMap<string, readonly string[]>;

/** What is still to be done in the kitchen. */
export interface KitchenWork {
  /** fixed work that nothing else of it waits for: done before anything is hung */
  beforeHanging: { id: string; stage: number }[];
  /** the last operations of touch-ups */
  touchUps: string[];
  /** visits that are not begun */
  visits: { step: VisitStep; id: string }[];
  /** the operation of a visit; undefined where there is none, or it is done */
  visit: (kind: VisitKind, lot?: string | null) => string | undefined;
}

/** Puts the work in the kitchen into a draft: visits without what comes before and after them. */
export function addKitchen(draft: ProblemDraft, site: readonly SiteProgress[]): KitchenWork {
  const { problem } = draft;
  const ids = new Map<string, string>();
  const visits: KitchenWork['visits'] = [];
  const [fixed, made] = [false, true].map((wanted) =>
    site.filter(({ step, state }) => state !== 'done' && isVisit(step) === wanted),
  ) as [SiteProgress[], SiteProgress[]];
  for (const { step, state, from, to } of [...fixed, ...made]) {
    const { key, minutes } = step;
    if (typeof state !== 'string') {
      const id = factId.running(operationId(SITE, key), 0);
      ids.set(key, draft.running(id, SITE, state, minutes, null));
      continue;
    }
    const id = addStep(draft, { lot: SITE, step, pieces: 0, minutes, from, to }, (before) => {
      const first = ids.get(before);
      return first === undefined ? [] : [first];
    });
    ids.set(key, id);
    if (isVisit(step)) visits.push({ step, id });
    // A touch-up keeps nobody from handing the kitchen back.
    else if (!step.touchUp) problem.finish.push({ operation: id, tail: 0 });
  }
  const ends = (ofTouchUps: boolean): KitchenWork['beforeHanging'] =>
    fixed.flatMap(({ step }) => {
      const id = ids.get(step.key);
      const isEnd = id !== undefined && !problem.links.some((l) => l.from === id);
      return isEnd && (step.touchUp !== undefined) === ofTouchUps ? [{ id, stage: step.stage ?? 0 }] : [];
    });
  return {
    ...{ visits, beforeHanging: ends(false), touchUps: ends(true).map((e) => e.id) },
    visit: (kind, lot = null) => ids.get(visitKey(kind, lot)),
  };
}

/** A longer break ends a day: lunch does not. Our choice, minutes. */
const DAY_ENDS = 6 * 60;

/** Open hours day by day. */
function byDays(open: readonly Interval[]): Interval[][] {
  const days: Interval[][] = [];
  for (const span of open) {
    const last = days.at(-1)?.at(-1);
    if (last && span[0] - last[1] < DAY_ENDS) days.at(-1)?.push(span);
    else days.push([span]);
  }
  return days;
}

/** The first minutes of a day's open hours, so many in all; nothing where the day has fewer. */
function firstMinutes(day: readonly Interval[], minutes: number): Interval[] {
  let left = minutes;
  const taken = day.flatMap(([from, to]): Interval[] => {
    const own = Math.min(left, to - from);
    left -= own;
    return own > 0 ? [[from, from + own]] : [];
  });
  return left > 0 ? [] : taken;
}

/**
 * A visit is made in one go, where anybody's day has a stretch that is long enough for it; else from the beginning of a day with its break
 * in it, so that no night comes between. One that is longer than every day is cut: nothing else is possible.
 */
export function wholeVisits({ problem }: ProblemDraft, { visits }: KitchenWork): void {
  const hours = (id: string | null | undefined): Interval[] | undefined =>
    problem.calendars.find((c) => c.id === id)?.open;
  const made = new Set(visits.map((v) => v.id));
  for (const operation of problem.operations) {
    if (!made.has(operation.id)) continue;
    const there = hours(problem.stations.find((s) => s.id === operation.station)?.calendar);
    const own = problem.workers
      .filter((w) => w.skills.includes(operation.skill))
      .map((w) => (there ? intersect(hours(w.calendar) ?? [], there) : (hours(w.calendar) ?? [])));
    operation.pausable = !own.flat().some(([from, to]) => to - from >= operation.minutes);
    if (!operation.pausable || operation.lockedStart !== null) continue;
    const days = own.map((open) => byDays(open).flatMap((day) => firstMinutes(day, operation.minutes)));
    const open = days.reduce((most, of) => (of.length > most.length ? of : most), []);
    if (open.length === 0) continue;
    const id = wholeHours(operation.id);
    problem.calendars.push({ id, open });
    operation.calendar = id;
  }
}

/**
 * Leads from the visits to the lots' work and on.
 * @param lots what is still to be done of each, by id
 */
export function linkVisits(
  draft: ProblemDraft,
  { visit, visits, beforeHanging }: KitchenWork,
  lots: ReadonlyMap<string, LotOperations>,
): void {
  const { problem } = draft;
  const siteEnds = beforeHanging.map((e) => e.id);
  const arrive = visit('arrive');
  const after = (from: string | undefined, to: string | undefined): void => {
    if (from !== undefined && to !== undefined) draft.after(from, to);
  };
  const led = new Set(problem.links.map((l) => l.to));
  // Nothing on the wall is touched before it is protected.
  for (const o of problem.operations)
    if (o.lot === SITE && !led.has(o.id) && readOperationId(o.id) && !visits.some((v) => v.id === o.id))
      after(arrive, o.id);
  for (const [lot, operations] of lots) {
    const own = [...operations.values()].flat().filter((id) => readOperationId(id) !== null);
    const inLot = new Set(own);
    const first = own.filter((id) => !problem.links.some((l) => l.to === id && inLot.has(l.from)));
    const hang = operations.get('hang')?.[0];
    const [down, out, back] = [visit('down', lot), visit('out', lot), visit('back', lot)];
    after(arrive, down);
    after(down, out);
    for (const id of first) after(out ?? down, id);
    after(back, hang);
  }
  const hangs = [...lots.values()].flatMap((o) => o.get('hang') ?? []);
  for (const { step, id } of visits) {
    const { kind, lot, needs } = step.visit;
    for (const need of needs)
      for (const [of, operations] of lots) {
        if (lot !== null && of !== lot) continue;
        for (const before of operations.get(need.step) ?? [])
          draft.link(before, id, { ...need, max: null }, kind === 'handles' ? 'site' : 'pieces');
      }
    // A second visit, where the film takes prints for longer: it keeps nobody from handing the kitchen back.
    if (kind === 'handles') for (const hang of hangs) after(hang, id);
    if (kind === 'collect') for (const before of [...hangs, ...siteEnds]) after(before, id);
    if (kind === 'walk') {
      after(visit('collect'), id);
      if (!visit('collect')) for (const before of [...hangs, ...siteEnds]) after(before, id);
      problem.finish.push({ operation: id, tail: 0 });
    }
  }
}
