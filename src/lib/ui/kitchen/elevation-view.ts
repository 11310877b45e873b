import type { Mark } from '$core/bench/view/mark';

/** What each state is called, for the legend and for readers that see no colour. */
export const STATE_WORDS: Record<Mark['state'], string> = {
  up: 'in its opening, not yet down',
  working: 'being worked on',
  drying: 'drying',
  ready: 'ready',
  defect: 'touch-up open',
  home: 'home',
};

export const OVERLAYS = ['state', 'zone', 'grease', 'condition'] as const;
/** What the pieces of an elevation show. */
export type Overlay = (typeof OVERLAYS)[number];

export const BARE: Mark = {
  front: { primed: false, coats: 0, of: 0 },
  back: { primed: false, coats: 0, of: 0 },
  state: 'up',
};
