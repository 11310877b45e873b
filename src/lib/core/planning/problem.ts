/**
 * The planning problem as data (format anthem.planning-problem, version 1): a resource-constrained project with
 * minimum and maximum time lags (RCPSP/max), calendars, changeovers and racks. All times are whole minutes from
 * the start of the horizon. Docs: docs/methods/plan.md
 */
import { z } from 'zod';

const minute = z.number().int().nonnegative();
const id = z.string().min(1);
const interval = z.tuple([minute, minute]);
export type Interval = z.infer<typeof interval>;

export const problemSchema = z
  .object({
    format: z.literal('anthem.planning-problem'),
    version: z.literal(1),
    name: z.string(),
    horizon: z.number().int().positive(),
    calendars: z.array(z.object({ id, open: z.array(interval) })),
    workers: z.array(z.object({ id, calendar: id, skills: z.array(z.string()) })),
    stations: z.array(
      z.object({
        id,
        capacity: z.number().int().positive(),
        calendar: id.nullable(),
        changeovers: z.array(
          z.object({ from: z.string().nullable(), to: z.string().nullable(), minutes: minute }),
        ),
      }),
    ),
    racks: z.array(z.object({ id, slots: minute })),
    operations: z
      .array(
        z.object({
          id,
          lot: z.string(),
          pieces: minute,
          minutes: minute,
          skill: z.string(),
          pausable: z.boolean(),
          station: id.nullable(),
          material: z.string().nullable(),
          lockedStart: minute.nullable(),
        }),
      )
      .min(1),
    links: z.array(
      z.object({ from: id, to: id, minLag: z.number().int(), maxLag: z.number().int().nullable() }),
    ),
    holds: z.array(
      z.object({ rack: id, slots: minute, from: id, to: id.nullable(), tail: minute.nullable() }),
    ),
    finish: z.array(z.object({ operation: id, tail: minute })).min(1),
    /** minutes a person takes from one station to another; null: work at no station. An addition of ours to the format */
    travel: z.array(z.object({ from: id.nullable(), to: id.nullable(), minutes: minute })).optional(),
  })
  .superRefine((p, ctx) => {
    const fault = (path: (string | number)[], message: string) =>
      ctx.addIssue({ code: 'custom', path, message });
    const unique = (list: { id: string }[], name: string) => {
      const seen = new Set<string>();
      list.forEach((x, i) => {
        if (seen.has(x.id)) fault([name, i, 'id'], `“${x.id}” stands twice in ${name}`);
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
    });
    p.operations.forEach((o, i) => known(stations, o.station, 'station', ['operations', i, 'station']));
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
});
export type Plan = z.infer<typeof planSchema>;

/** Why there is no plan. `proven` is false when the search gave up rather than showed it. */
export const noPlanSchema = z.object({
  infeasible: z.literal(true),
  proven: z.boolean(),
  reason: z.string(),
});
export type NoPlan = z.infer<typeof noPlanSchema>;

/**
 * Reads a problem from parsed JSON.
 * @returns the problem, or what is wrong and where, one line a fault
 */
export function readProblem(json: unknown): { problem: Problem } | { faults: string[] } {
  const result = problemSchema.safeParse(json);
  if (result.success) return { problem: result.data };
  return { faults: result.error.issues.map((i) => `${i.path.join('.') || 'problem'}: ${i.message}`) };
}
