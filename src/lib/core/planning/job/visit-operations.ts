/** The visits to the house as operations: before the lots' work, between their coats and hanging, and after everything. */
import { SITE } from '$core/takeoff/site-route';
import { intersect } from '../model/calendar';
import type { Interval } from '../model/problem';
import type { VisitKind } from '$core/takeoff/visit';
import { isVisit, type VisitStep } from '$core/takeoff/visits';
import type { SiteProgress } from './job-to-plan';
import { factId, operationId, readOperationId } from '../model/operation-id';
import { wholeHours } from './hours';
import type { ProblemDraft } from './problem-draft';
import { KITCHEN } from './stations';

/** What of a lot is still to be done: operations by step. */
export type LotOperations = ReadonlyMap<string, readonly string[]>;

/** Visits that are still to be made, by what they are and for which lot. */
export interface Visits {
  /** the operation; undefined where there is none, or it is done */
  of: (kind: VisitKind, lot?: string | null) => string | undefined;
  steps: readonly { step: VisitStep; id: string; from: number }[];
}

const key = (kind: VisitKind, lot: string | null): string => `${kind} ${lot ?? ''}`;

/** Puts the visits that are not made into a draft, without what comes before and after them. */
export function addVisits(draft: ProblemDraft, site: readonly SiteProgress[]): Visits {
  const ids = new Map<string, string>();
  const steps: { step: VisitStep; id: string; from: number }[] = [];
  for (const { step, state, from } of site) {
    if (!isVisit(step) || state === 'done') continue;
    const id = operationId(SITE, step.key);
    const { kind, lot } = step.visit;
    if (state !== 'pending') {
      ids.set(key(kind, lot), draft.running(factId.running(id, 0), SITE, state, step.minutes, null));
      continue;
    }
    draft.problem.operations.push({
      id,
      lot: SITE,
      pieces: 0,
      minutes: step.minutes,
      skill: 'hang',
      // Where a day has a stretch for it; `wholeVisits` says so once people's hours are known.
      pausable: true,
      // The way back is driven with the pieces: they are unloaded where they are coated.
      station: kind === 'out' ? null : KITCHEN,
      material: null,
      lockedStart: draft.pinned(id),
    });
    ids.set(key(kind, lot), id);
    steps.push({ step, id, from });
  }
  return { of: (kind, lot = null) => ids.get(key(kind, lot)), steps };
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
export function wholeVisits({ problem }: ProblemDraft, { steps }: Visits): void {
  const hours = (id: string | null | undefined): Interval[] | undefined =>
    problem.calendars.find((c) => c.id === id)?.open;
  const made = new Set(steps.map((v) => v.id));
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
 * @param siteEnds fixed work that nothing waits for
 */
export function linkVisits(
  draft: ProblemDraft,
  visits: Visits,
  lots: ReadonlyMap<string, LotOperations>,
  siteEnds: readonly string[],
): void {
  const { problem } = draft;
  const arrive = visits.of('arrive');
  const after = (from: string | undefined, to: string | undefined): void => {
    if (from !== undefined && to !== undefined) draft.after(from, to);
  };
  const led = new Set(problem.links.map((l) => l.to));
  // Nothing on the wall is touched before it is protected.
  for (const o of problem.operations)
    if (o.lot === SITE && !led.has(o.id) && readOperationId(o.id) && !visits.steps.some((v) => v.id === o.id))
      after(arrive, o.id);
  for (const [lot, operations] of lots) {
    const own = [...operations.values()].flat().filter((id) => readOperationId(id) !== null);
    const inLot = new Set(own);
    const first = own.filter((id) => !problem.links.some((l) => l.to === id && inLot.has(l.from)));
    const hang = operations.get('hang')?.[0];
    const [down, out, back] = [visits.of('down', lot), visits.of('out', lot), visits.of('back', lot)];
    after(arrive, down);
    after(down, out);
    for (const id of first) after(out ?? down, id);
    after(back, hang);
  }
  const hangs = [...lots.values()].flatMap((o) => o.get('hang') ?? []);
  for (const { step, id, from } of visits.steps) {
    const { kind, lot, needs } = step.visit;
    draft.window(id, SITE, from, null);
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
      after(visits.of('collect'), id);
      if (!visits.of('collect')) for (const before of [...hangs, ...siteEnds]) after(before, id);
      problem.finish.push({ operation: id, tail: 0 });
    }
  }
}
