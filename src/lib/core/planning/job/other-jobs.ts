/** What other jobs and absences leave of people and rack. */
import { complement, intersect, unite } from '../model/calendar';
import type { Interval } from '../model/problem';
import { openMinutes } from '../model/work-week';
import { minutesOf } from './house-hours';
import type { JobToPlan, Span } from './job-to-plan';
import { slotsNow } from './lot-operations';
import { crewHours } from './hours';
import { factId } from '../model/operation-id';
import type { ProblemDraft } from './problem-draft';

/** Slots taken by several stays together, as stretches of minutes one after another. */
function levels(
  stays: readonly (Span & { slots: number })[],
  minute: (ms: number) => number,
  horizon: number,
): { from: number; to: number; slots: number }[] {
  const inside = stays.map((s) => ({
    from: minute(s.from),
    to: Math.min(horizon, minute(s.to)),
    slots: s.slots,
  }));
  const cuts = [...new Set(inside.flatMap((s) => [s.from, s.to]))].sort((a, b) => a - b);
  return cuts.flatMap((from, i) => {
    const to = cuts[i + 1] ?? from;
    const slots = inside.reduce((sum, s) => sum + (s.from <= from && from < s.to ? s.slots : 0), 0);
    return from < to && slots > 0 ? [{ from, to, slots }] : [];
  });
}

/** Puts what other jobs have on the rack into a draft, beside what is there now, even where they overfill it together. */
export function addRackOfOthers(draft: ProblemDraft, job: JobToPlan): void {
  const beside = Math.max(0, job.rackSlots - slotsNow(job.lots));
  if (beside === 0) return;
  const stays = levels(job.usedElsewhere?.rack ?? [], draft.minute, draft.horizon);
  for (const [i, { from, to, slots }] of stays.entries()) {
    const id = draft.helper(factId.otherRack(i), 'other', 1, null, from);
    draft.problem.holds.push({
      rack: 'rack',
      slots: Math.min(slots, beside),
      from: id,
      to: null,
      tail: to - from - 1,
    });
  }
}

/** Puts the people into a draft: with their hours, without absences, and busy while another job has them. */
export function addPeople(draft: ProblemDraft, job: JobToPlan): void {
  const { problem, horizon } = draft;
  const crew = openMinutes(job.crewWeek, job.zone, job.t0, horizon);
  for (const worker of job.workers) {
    const calendar = crewHours(worker);
    const until = draft.busyUntil.get(worker) ?? 0;
    const after = (spans: readonly Interval[]) =>
      spans.flatMap(([a, b]): Interval[] => (b > until ? [[Math.max(a, until), b]] : []));
    const away = minutesOf(job.usedElsewhere?.away.get(worker) ?? [], job.t0, horizon);
    const elsewhere = after(minutesOf(job.usedElsewhere?.work.get(worker) ?? [], job.t0, horizon));
    const open = after(crew);
    problem.calendars.push({
      id: calendar,
      open: unite([away.length ? intersect(open, complement(away, horizon)) : open, elsewhere]),
    });
    const busy = `${worker} elsewhere`;
    problem.workers.push({
      id: worker,
      calendar,
      skills: ['prep', 'coat', 'hang', ...(elsewhere.length ? [busy] : [])],
    });
    for (const [i, [from, to]] of elsewhere.entries())
      problem.operations.push({
        id: factId.otherWork(worker, i),
        lot: 'other',
        pieces: 0,
        minutes: to - from,
        skill: busy,
        pausable: false,
        station: null,
        material: null,
        lockedStart: from,
      });
  }
}
