/** What the contractor decides before a plan: the system as it was then, coats, people, hours and room. */
import { frozen } from '$core/frozen';
import { z } from 'zod';
import { coatCountsSchema, systemSchema, type CoatCounts, type System } from '$core/coating/system';
import { PATTERNS } from '$core/coating/pattern';
import { PLACES } from '$core/air/places';
import { schoolsSchema } from '$core/coating/schools';
import { TOOLS } from '$core/coating/tool';
import { stagingSchema } from '$core/kitchen/stages';
import { visitMinutesSchema } from '$core/takeoff/visit-minutes';
import { GOALS, goalsSchema, withFirst } from '../model/goals';
import { DIVISIONS } from './lots';
import { NO_RULES, rulesSchema } from '../model/rules';
import { workWeekSchema } from '../model/work-week';

/** Room of one slot of the rack, mm: its clear length, along which pieces lie side by side, and its clear depth. */
const slotSchema = z.object({
  length: z.number('Write the length of a slot').min(100, 'A slot is at least 100 mm long').max(10_000),
  depth: z.number('Write the depth of a slot').min(100, 'A slot is at least 100 mm deep').max(3000),
});
export type Slot = z.infer<typeof slotSchema>;

/** Two arms a metre and a half apart, as deep as a tall door is wide. From memory. */
export const USUAL_SLOT: Slot = frozen({ length: 1500, depth: 750 });

/** The same in whole inches: five feet by two and a half. */
export const USUAL_SLOT_INCHES: Slot = frozen({ length: 60 * 25.4, depth: 30 * 25.4 });

/** Of what is finished otherwise than the job, beside colour zones by their id. */
export const FINISHED_APART = frozen(['slick', 'shelves', 'insides'] as const);
/** A finish of its own: for a colour zone, melamine and printed pieces, the shelves or the insides. */
const ownFinishSchema = z.object({
  system: systemSchema,
  counts: coatCountsSchema,
  tool: z.enum(TOOLS),
  /** the job's where nothing is said */
  schools: schoolsSchema.optional(),
});
export type OwnFinish = z.infer<typeof ownFinishSchema>;

interface Counted {
  system: System;
  counts: CoatCounts;
}
const counted = ({ system, counts }: Counted): boolean => counts.length === system.layers.length;
const fronted = ({ counts }: Counted): boolean => counts.some((n) => n.front > 0);

/** Before there were several goals in order a choice named the first of them. */
function inOrder(given: unknown): unknown {
  const first = z.looseObject({ goal: z.enum(GOALS) }).safeParse(given);
  return first.success && !('goals' in first.data)
    ? { ...first.data, goals: withFirst(first.data.goal) }
    : given;
}

/** Nobody comes, or is paid, for less. Our choice, minutes */
export const USUAL_SHORTEST_COMING = 120;
export const shortestComingSchema = z
  .number('Write the minutes that whoever comes is paid for at least')
  .int('Whole minutes')
  .min(0, 'Not less than 0 minutes')
  .max(480, 'Nobody is paid for more than a day');

const chosenFields = z.object({
  system: systemSchema,
  counts: coatCountsSchema,
  tool: z.enum(TOOLS),
  pattern: z.enum(PATTERNS).default('backs-then-fronts'),
  /** by colour zone, where its pieces are turned in another way */
  patterns: z.record(z.string(), z.enum(PATTERNS)).default({}),
  schools: schoolsSchema.default(schoolsSchema.parse({})),
  /** what has a finish of its own: colour zones by id, `slick` pieces, `shelves`, `insides` */
  finishes: z.record(z.string().max(64), ownFinishSchema).default({}),
  /** where the pieces are coated and dry, and whether waits are the sheet's or follow the air there */
  place: z.enum(PLACES).default('tent'),
  air: z.enum(['sheet', 'place']).default('sheet'),
  /** pieces to a lot at most */
  lotSize: z
    .number()
    .int('A lot holds whole pieces')
    .min(1, 'A lot holds at least one piece')
    .max(60, 'More than 60 pieces do not stay wet together'),
  /** how the pieces of a colour are divided into lots of that size at most */
  division: z.enum(DIVISIONS).default('even'),
  rackSlots: z.number().int().min(1, 'The rack needs at least one slot').max(500),
  slot: slotSchema.default(USUAL_SLOT),
  /** pieces that may lie in stacks until their first coat; null: any number */
  stackSlots: z
    .number()
    .int('A stack holds whole pieces')
    .min(1, 'A stack holds at least one piece')
    .max(500)
    .nullable()
    .default(null),
  /** whether it comes down and goes home in parts */
  stages: stagingSchema.default('together'),
  /** ISO date of the first day */
  startDay: z.iso.date('Write the day as 2026-03-09'),
  workers: z.array(z.string().max(64)).min(1, 'Choose at least one person').max(100),
  crewWeek: workWeekSchema,
  houseWeek: workWeekSchema,
  rules: rulesSchema.default(NO_RULES),
  /** fixed work is planned with the pieces */
  fixed: z.boolean().default(false),
  /** taking down, carrying, handles and the final walk are planned too */
  visits: z.boolean().default(false),
  /** tent, shop and rack are the company's: other jobs' work in them is kept clear of */
  shared: z.boolean().default(false),
  /** what the planner may choose: how pieces are divided, how they are turned, and in which stages they go home */
  open: z
    .object({ lots: z.boolean(), pattern: z.boolean(), stages: z.boolean().default(false) })
    .default({ lots: false, pattern: false, stages: false }),
  /** the day that was promised, and how much this job weighs against others */
  promised: z.iso.date('Write the day as 2026-03-09').nullable().default(null),
  priority: z.number().int().min(1).max(3).default(2),
  /** what counts, one goal after another, once the promised day is kept */
  goals: goalsSchema.default([...GOALS]),
  /** days by which it may be handed back later than it could, and what that is for; null: as the goals are in order */
  later: z.number().int().min(0).max(7, 'At most 7 days later').default(0),
  laterFor: z.enum(['fronts', 'hours']).nullable().default(null),
  /** learnt factors of the figures' minutes by kind of step, as they were when this was chosen */
  paces: z.record(z.string(), z.number().positive().max(100)).default({}),
  /** the company's own minutes in the house, as they were when this was chosen */
  visitMinutes: visitMinutesSchema.default({}),
  /** minutes that whoever comes is paid for at least, as the company had it when this was chosen */
  shortestComing: shortestComingSchema.default(USUAL_SHORTEST_COMING),
});
const chosenSchema = chosenFields
  .refine((c) => c.lotSize <= c.rackSlots, {
    path: ['lotSize'],
    message: 'A lot cannot be larger than the rack: make the lots smaller or give the rack more slots',
  })
  .refine((c) => c.stackSlots === null || c.lotSize <= c.stackSlots, {
    path: ['stackSlots'],
    message: 'A lot cannot be larger than the stacks: make the lots smaller or give the stacks more room',
  })
  .refine((c) => [c, ...Object.values(c.finishes)].every(counted), {
    path: ['counts'],
    message: 'Give the coats of every layer',
  })
  .refine((c) => [c, ...Object.values(c.finishes)].every(fronted), {
    path: ['counts'],
    message: 'The fronts need at least one coat',
  });
/** What of a choice changes where another plan is taken instead. */
export const waySchema = chosenFields.pick({
  later: true,
  laterFor: true,
  workers: true,
  division: true,
  lotSize: true,
  pattern: true,
  patterns: true,
});
export type Way = z.infer<typeof waySchema>;
export const choiceSchema = z.preprocess(inOrder, chosenSchema);
export type Choice = z.infer<typeof choiceSchema>;

/** Eight hours with an hour's lunch, Monday to Friday. Common practice, no source. */
export const USUAL_CREW_WEEK = frozen({
  days: [1, 2, 3, 4, 5],
  spans: [
    ['08:00', '12:00'],
    ['13:00', '16:30'],
  ] as [string, string][],
});
/** When a family lets people into the kitchen. Common practice, no source. */
export const USUAL_HOUSE_WEEK = frozen({
  days: [1, 2, 3, 4, 5],
  spans: [['09:00', '17:00']] as [string, string][],
});
