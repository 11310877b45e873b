/**
 * The planning problem as data (format anthem.planning-problem, version 1): a resource-constrained project with
 * minimum and maximum time lags (RCPSP/max), calendars, changeovers and racks. All times are whole minutes from
 * the start of the horizon. Docs: docs/methods/plan.md
 */
import { frozen } from '../../frozen';
import { z } from 'zod';
import { causeSchema } from './cause';

/** Ten years of minutes: no time, length of work or lag is longer. */
const MOST_MINUTES = 5_259_600;
/** What a problem may hold at most. Open hours are counted over all calendars. */
const LIMITS = frozen({
  operations: 5000,
  links: 50_000,
  holds: 20_000,
  workers: 200,
  stations: 100,
  racks: 100,
  calendars: 400,
  openHours: 100_000,
  changeovers: 40_000,
} as const);
const MOST_SLOTS = 10_000;

const tooLong = `A time is at most ten years (${MOST_MINUTES} min)`;
const minute = z.number().int('A time is a whole number of minutes').nonnegative().max(MOST_MINUTES, tooLong);
const lag = z
  .number()
  .int('A lag is a whole number of minutes')
  .min(-MOST_MINUTES, tooLong)
  .max(MOST_MINUTES, tooLong);
const slots = z.number().int().nonnegative().max(MOST_SLOTS, `At most ${MOST_SLOTS}`);
const id = z.string().min(1).max(200);
const several = <T extends z.ZodType>(what: T, name: keyof typeof LIMITS) =>
  z.array(what).max(LIMITS[name], `A problem has at most ${LIMITS[name]} ${name}`);
const interval = z.tuple([minute, minute]);
export type Interval = z.infer<typeof interval>;

export const problemSchema = z
  .strictObject({
    format: z.literal('anthem.planning-problem'),
    version: z.literal(1),
    name: z.string().max(200),
    horizon: minute.positive(),
    calendars: several(z.strictObject({ id, open: z.array(interval) }), 'calendars'),
    workers: several(z.strictObject({ id, calendar: id, skills: z.array(id).max(500) }), 'workers'),
    stations: several(
      z.strictObject({
        id,
        capacity: slots.positive(),
        calendar: id.nullable(),
        changeovers: several(
          z.strictObject({ from: z.string().nullable(), to: z.string().nullable(), minutes: minute }),
          'changeovers',
        ),
      }),
      'stations',
    ),
    racks: several(z.strictObject({ id, slots }), 'racks'),
    operations: several(
      z.strictObject({
        id,
        lot: z.string().max(200),
        pieces: slots,
        minutes: minute,
        skill: z.string().max(200),
        pausable: z.boolean(),
        station: id.nullable(),
        material: z.string().max(200).nullable(),
        lockedStart: minute.nullable(),
        /** hours it is done in, beside those of its person and its station. An addition of ours to the format */
        calendar: id.nullable().optional(),
      }),
      'operations',
    ).min(1),
    links: several(z.strictObject({ from: id, to: id, minLag: lag, maxLag: lag.nullable() }), 'links'),
    holds: several(
      z.strictObject({ rack: id, slots, from: id, to: id.nullable(), tail: minute.nullable() }),
      'holds',
    ),
    finish: several(z.strictObject({ operation: id, tail: minute }), 'operations').min(1),
    /** what is known of a problem that serves as a measure; the planner does not look at it */
    provenOptimum: minute.optional(),
    infeasible: z.boolean().optional(),
    /** minutes a person takes from one station to another; null: work at no station. An addition of ours to the format */
    travel: several(
      z.strictObject({ from: id.nullable(), to: id.nullable(), minutes: minute }),
      'changeovers',
    ).optional(),
    /**
     * what the household is without: pieces that are gone from the start of `down` (null: they are gone already) to the end of `home`. An
     * addition of ours to the format
     */
    fronts: several(z.strictObject({ down: id.nullable(), home: id, pieces: slots }), 'holds').optional(),
    /**
     * what else the household knows of the work: in whose house it is done (`visit`), and for how many minutes its solvent smells where the
     * family lives. An addition of ours to the format
     */
    household: several(
      z.strictObject({
        operation: id,
        house: z.string().max(200),
        visit: z.boolean(),
        smell: minute.nullable(),
      }),
      'operations',
    ).optional(),
    /** minutes that whoever comes is paid for at least. An addition of ours to the format */
    shortestComing: minute.max(1440).optional(),
    /** minutes from the start to the first midnight, by which days are counted; 0 where nothing is said. An addition of ours */
    midnight: minute.max(1440).optional(),
  })
  .superRefine((p, ctx) => {
    const fault = (path: (string | number)[], message: string) =>
      ctx.addIssue({ code: 'custom', path, message });
    const unique = (list: { id: string }[], name: string) => {
      const seen = new Set<string>();
      list.forEach((x, i) => {
        if (seen.has(x.id)) fault([name, i, 'id'], `“${x.id}” is twice in ${name}`);
        seen.add(x.id);
      });
      return seen;
    };
    const calendars = unique(p.calendars, 'calendars');
    unique(p.workers, 'workers');
    const stations = unique(p.stations, 'stations');
    const racks = unique(p.racks, 'racks');
    const operations = unique(p.operations, 'operations');
    const known = (set: Set<string>, value: string | null, what: string, path: (string | number)[]) => {
      if (value !== null && !set.has(value)) fault(path, `There is no ${what} “${value}”`);
    };
    const hours = p.calendars.reduce((sum, c) => sum + c.open.length, 0);
    if (hours > LIMITS.openHours)
      fault(['calendars'], `A problem has at most ${LIMITS.openHours} open hours; these are ${hours}`);
    p.calendars.forEach((c, i) =>
      c.open.forEach(([from, to], k) => {
        if (from >= to)
          fault(['calendars', i, 'open', k], `Opens at ${from} and closes at ${to}: it must close later`);
        const before = c.open[k - 1];
        if (before && before[1] > from)
          fault(['calendars', i, 'open', k], 'Open hours must be sorted and must not overlap');
      }),
    );
    p.workers.forEach((w, i) => known(calendars, w.calendar, 'calendar', ['workers', i, 'calendar']));
    p.stations.forEach((s, i) => {
      known(calendars, s.calendar, 'calendar', ['stations', i, 'calendar']);
      if (s.capacity > 1 && s.changeovers.length)
        fault(['stations', i], 'Changeovers need a station of capacity 1');
      const pairs = new Set<string>();
      s.changeovers.forEach(({ from, to }, k) => {
        const pair = JSON.stringify([from, to]);
        if (pairs.has(pair)) fault(['stations', i, 'changeovers', k], `${from} to ${to} is listed twice`);
        pairs.add(pair);
      });
    });
    p.operations.forEach((o, i) => {
      known(stations, o.station, 'station', ['operations', i, 'station']);
      known(calendars, o.calendar ?? null, 'calendar', ['operations', i, 'calendar']);
    });
    p.links.forEach((l, i) => {
      known(operations, l.from, 'operation', ['links', i, 'from']);
      known(operations, l.to, 'operation', ['links', i, 'to']);
    });
    p.holds.forEach((h, i) => {
      known(racks, h.rack, 'rack', ['holds', i, 'rack']);
      known(operations, h.from, 'operation', ['holds', i, 'from']);
      known(operations, h.to, 'operation', ['holds', i, 'to']);
      if (h.to === null && h.tail === null) fault(['holds', i, 'tail'], 'A hold without “to” needs a tail');
    });
    p.travel?.forEach((t, i) => {
      known(stations, t.from, 'station', ['travel', i, 'from']);
      known(stations, t.to, 'station', ['travel', i, 'to']);
    });
    p.fronts?.forEach((f, i) => {
      known(operations, f.down, 'operation', ['fronts', i, 'down']);
      known(operations, f.home, 'operation', ['fronts', i, 'home']);
    });
    p.household?.forEach((h, i) =>
      known(operations, h.operation, 'operation', ['household', i, 'operation']),
    );
    p.finish.forEach((f, i) => known(operations, f.operation, 'operation', ['finish', i, 'operation']));
  });

export type Problem = z.infer<typeof problemSchema>;
export type Operation = Problem['operations'][number];

const assignmentSchema = z.object({ operation: id, worker: id, start: minute, end: minute });
export type Assignment = z.infer<typeof assignmentSchema>;

export const planSchema = z.object({
  assignments: z.array(assignmentSchema),
  /** largest end + tail over `finish` */
  makespan: minute,
  /** no right plan has a smaller makespan */
  lowerBound: minute,
  /** days without fronts, each piece counted by itself; and what no plan that ends with this one has fewer of */
  pieceDays: z.object({ is: slots, least: slots }).optional(),
  /** days without some or all fronts, days on which somebody is in the house, and nights with solvent there */
  household: z.object({ days: slots.optional(), visits: slots, nights: slots }).optional(),
  /** minutes of hands, minutes that are paid, how often somebody comes, and ways between places */
  labour: z.object({ worked: minute, paid: minute, comings: slots, drives: slots }).optional(),
});
export type Plan = z.infer<typeof planSchema>;

/** Why there is no plan. `proven` is false when the search gave up rather than showed it. */
export const noPlanSchema = z.object({
  infeasible: z.literal(true),
  proven: z.boolean(),
  /** one where it is proven; else what stopped the search, and what stood in the way once that had moved */
  causes: z.array(causeSchema),
});
export type NoPlan = z.infer<typeof noPlanSchema>;

/** Faults that are told at most. */
const TOLD = 50;

/**
 * Reads a problem from parsed JSON.
 * @returns the problem, or what is wrong and where, one line a fault
 */
export function readProblem(json: unknown): { problem: Problem } | { faults: string[] } {
  const result = problemSchema.safeParse(json);
  if (result.success) return { problem: result.data };
  return {
    faults: result.error.issues.slice(0, TOLD).map((i) => `${i.path.join('.') || 'problem'}: ${i.message}`),
  };
}
