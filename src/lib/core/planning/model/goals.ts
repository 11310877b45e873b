/** What a plan is chosen by, one goal after another; the promised day goes before all of them. */
import { frozen } from '../../frozen';
import { z } from 'zod';

export const GOALS = frozen(['back', 'fronts', 'visits', 'nights', 'hours', 'moves'] as const);
export type Goal = (typeof GOALS)[number];

export const GOAL_NAMES: Readonly<Record<Goal, string>> = frozen({
  back: 'an early hand-back',
  fronts: 'few days without fronts',
  visits: 'few days with people in the house',
  nights: 'few nights with solvent',
  hours: 'few paid hours',
  moves: 'few changes to the plan that people know',
});

/** An order, the usual one where none is given, with one goal before the others. */
export const withFirst = (first: Goal, order: readonly Goal[] = GOALS): Goal[] => [
  first,
  ...order.filter((g) => g !== first),
];

/** The goals that decide between plans of one hand-back. */
export const afterBack = (goals: readonly Goal[] = GOALS): Goal[] => goals.filter((g) => g !== 'back');

/** Every goal once, what counts most first. */
export const goalsSchema = z
  .array(z.enum(GOALS))
  .refine(
    (goals) => goals.length === GOALS.length && new Set(goals).size === GOALS.length,
    'Name every goal once',
  );
