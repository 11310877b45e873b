import type { Mark } from '$core/bench/mark';
import type { Form, Hinge } from '$core/kitchen/kitchen';

/** A wall ready to draw. Millimetres, floor at 0. */
export interface ElevationView {
  name: string;
  width: number;
  height: number;
  boxes: { x: number; y: number; w: number; h: number; open: string | null }[];
  fronts: { id: string; code: string; x: number; y: number; w: number; h: number; form: Form; hinge: Hinge | null; mark: Mark; where: string }[];
}

/** What each state is called, for the legend and for readers that see no colour. */
export const STATE_WORDS: Record<Mark['state'], string> = {
  up: 'in its opening, not yet down',
  working: 'being worked on',
  drying: 'drying',
  ready: 'ready',
  defect: 'touch-up open',
  home: 'home',
};

export const BARE: Mark = {
  front: { primed: false, coats: 0, of: 0 },
  back: { primed: false, coats: 0, of: 0 },
  state: 'up',
};
