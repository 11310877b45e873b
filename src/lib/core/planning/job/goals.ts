/** What a plan is chosen by first; the promised day goes before all of it. */
export const GOALS = ['back', 'fronts', 'hours'] as const;
export type Goal = (typeof GOALS)[number];

export const GOAL_NAMES: Readonly<Record<Goal, string>> = {
  back: 'an early hand-back',
  fronts: 'few days without fronts',
  hours: 'few hours of hands',
};

/** The goals in the order in which they count. */
export const inOrder = (first: Goal): Goal[] => [first, ...GOALS.filter((g) => g !== first)];
