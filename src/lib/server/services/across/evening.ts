/** The evening look at all jobs, in words: what tonight changes, what would help, and the first hour of everyone tomorrow. */
import { HOUR, MINUTE } from '$core/units/durations';
import { withHeat } from '$core/air/at-place';
import { eveningLook, type Looked, type Note, type Of } from '$core/evening/evening-look';
import { acts } from '$core/bench/view/acts';
import { waitsOf } from '$core/coating/waits';
import { plannedSteps } from '$core/planning/model/operation-id';
import { openMinutes } from '$core/planning/model/work-week';
import { hourOfDay, sayClock, sayDay, startOfDay } from '$core/units/clock-time';
import { formatTemperature, type Measures } from '$core/units/measures';
import type { Db } from '../../db/open';
import { findPlan, type StoredPlan } from '../../store/plans';
import { listWorkers } from '../../store/workers';
import { readSetting } from '../../store/settings';
import { placeAirWith } from '../air/job-air';
import { isForeseen, coming, placesOf } from '../air/place-air';
import { firstFilm, type OpenJob } from '../job/open-job';
import type { JobWithPlan } from '../plan/open-planned';
import { sayOperation } from '../plan/say-plan';

/** The evening begins so long before the crew goes, the morning is over so long after it came; and on days off. Our choice. */
const BEFORE_THE_END = 90 * MINUTE;
const AFTER_THE_START = HOUR;
const AFTERNOON = 15;

export interface LookAhead {
  when: 'evening' | 'morning';
  /** what everyone begins with */
  first: { name: string; at: number; words: string; job: string; zone: string }[];
}

interface Shift {
  when: LookAhead['when'];
  /** first and last minute of the working day that comes, ms since 1970 */
  opens: number;
  closes: number;
}

/** The working day that is looked ahead to; null in the middle of one. */
function shiftAhead({ choice, job }: Pick<OpenJob, 'choice' | 'job'>, now: number): Shift | null {
  if (!choice) return null;
  const midnight = startOfDay(now, job.zone);
  const spans = openMinutes(choice.crewWeek, job.zone, midnight, 11 * 1440).map(([a, b]) => ({
    from: midnight + a * MINUTE,
    to: midnight + b * MINUTE,
  }));
  const nextDay = startOfDay(midnight + 26 * HOUR, job.zone);
  const dayOf = (at: number): { from: number; to: number }[] =>
    spans.filter((s) => startOfDay(s.from, job.zone) === startOfDay(at, job.zone));
  const shift = (when: Shift['when'], day: readonly { from: number; to: number }[]): Shift | null => {
    const [first, last] = [day[0], day.at(-1)];
    return first && last ? { when, opens: Math.max(now, first.from), closes: last.to } : null;
  };
  const today = dayOf(now);
  const [first, last] = [today[0], today.at(-1)];
  if (first && last && now < first.from + AFTER_THE_START) return shift('morning', today);
  const isEvening = last ? now >= last.to - BEFORE_THE_END : hourOfDay(now, job.zone) >= AFTERNOON;
  if (!isEvening) return null;
  const next = spans.find((s) => s.from >= nextDay);
  return next ? shift('evening', dayOf(next.from)) : null;
}

const times = (plan: StoredPlan | undefined): Map<string, { start: number; end: number; worker: string }> =>
  new Map(plannedSteps(plan).map((p) => [`${p.lot}:${p.step}`, p]));

/** What is looked at of one job. */
function looked(db: Db, { file, plan }: JobWithPlan, now: number, { opens, closes }: Shift): Looked {
  const { choice, state, route, lots, waits, job } = file;
  const planned = times(plan ?? undefined);
  const due = new Map([...planned].map(([id, p]) => [id, p.start]));
  const actsIn = (own: OpenJob['waits']) => acts(state, route, lots, now, due, own);
  const place = choice?.place ?? 'tent';
  // Without a forecast nothing is said of the coming night.
  const inAir = choice?.air === 'place' && isForeseen();
  const heated = inAir ? withHeat(placesOf(db), place) : null;
  const since = firstFilm(choice, state, job.zone);
  const known = plan?.before ? times(findPlan(db, plan.before)) : planned;
  return {
    acts: actsIn(waits),
    warmed:
      heated &&
      ((until) =>
        actsIn(waitsOf(placeAirWith(db, heated, place, now, since, { from: now - HOUR, to: until })))),
    planned,
    known,
    air: inAir ? coming(db, place, now, Math.ceil((closes - now) / HOUR) + 1) : [],
    coats: [...planned]
      .flatMap(([id, { start }]) => {
        const product = route.find((s) => id.endsWith(`:${s.key}`))?.product;
        return product && start >= now ? [{ at: start, product }] : [];
      })
      .sort((a, b) => a.at - b.at),
    ...{ now, opens, closes },
  };
}

/** A note in words. */
function sayNote(note: Note, file: OpenJob, now: number, measures: Measures): string {
  const { zone } = file.job;
  const place = file.choice?.place ?? 'tent';
  const near = (at: number): string => {
    const today = startOfDay(now, zone);
    const day = startOfDay(at, zone);
    if (day === today) return sayClock(at, zone);
    return day === startOfDay(today + 26 * HOUR, zone)
      ? `${sayClock(at, zone)} tomorrow`
      : `${sayDay(at, zone)}, ${sayClock(at, zone)}`;
  };
  const lot = (of: Of): string => `lot ${file.lots.find((l) => l.id === of.lot)?.name ?? ''}`;
  const degrees = (celsius: number): string => formatTemperature(celsius, measures);
  switch (note.kind) {
    case 'film': {
      const cold = note.coldest ? `The ${place} falls to ${degrees(note.coldest.celsius)}: ` : '';
      const warm = note.warm
        ? note.warm.inTime
          ? ` Keep it warm until ${sayClock(note.warm.until, zone)}: ready ${near(note.warm.ready)}.`
          : ` Kept warm all the time it is ready ${near(note.warm.ready)}.`
        : '';
      const text = `${lot(note)} is not ready for “${note.step.act}” before ${near(note.ready)}, wanted ${near(note.wanted)}.${warm}`;
      return cold + (cold ? text : text.charAt(0).toUpperCase() + text.slice(1));
    }
    case 'window': {
      const plan =
        note.planned === null
          ? 'It is not planned.'
          : note.planned <= note.closes
            ? `Planned ${near(note.planned)}.`
            : `It is planned only ${near(note.planned)}.`;
      return `The window of ${lot(note)} closes: “${note.step.act}” by ${near(note.closes)}, or sand again. ${plan}`;
    }
    case 'late':
      return `“${note.step.act}”, ${lot(note)}, was planned for ${near(note.was)} and is not done${note.now === null ? '' : `; it is planned ${near(note.now)} now`}.`;
    case 'cold paint':
      return `Take ${note.product.name} out of the cold: the ${place} falls to ${degrees(note.coldest.celsius)}${note.frost ? ', and frost spoils it' : ''}. It is laid ${near(note.at)}, at ${degrees(note.product.limits.minC)} or more. The data sheet decides.`;
  }
}

/** The notes of one job in words; null where it is not the hour for a look. */
export function notesOf(
  db: Db,
  own: JobWithPlan,
  now: number,
): { when: LookAhead['when']; notes: string[] } | null {
  const shift = shiftAhead(own.file, now);
  if (!shift) return null;
  const measures = readSetting(db, 'measures') ?? 'metric';
  const notes = eveningLook(looked(db, own, now, shift)).map((n) => sayNote(n, own.file, now, measures));
  return { when: shift.when, notes };
}

/** What everyone begins with; null where it is the hour for a look on no job. */
export function lookAhead(db: Db, opened: readonly JobWithPlan[], now: number): LookAhead | null {
  const jobs = opened.flatMap((own) => {
    const shift = shiftAhead(own.file, now);
    return shift ? [{ own, shift }] : [];
  });
  const [one] = jobs;
  if (!one) return null;
  const first = listWorkers(db).flatMap(({ id, name }) => {
    const [own] = jobs
      .flatMap(({ own: { file, plan }, shift }) =>
        [...times(plan ?? undefined)].flatMap(([operation, p]) =>
          p.worker === id && p.start >= shift.opens && p.start < shift.closes
            ? [{ at: p.start, words: sayOperation(file, operation), job: file.job.name, zone: file.job.zone }]
            : [],
        ),
      )
      .sort((a, b) => a.at - b.at);
    return own ? [{ name, ...own }] : [];
  });
  return { when: one.shift.when, first };
}
