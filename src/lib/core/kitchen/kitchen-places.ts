/** What a front lives beside: the stove, the sink, the bin. They wear fronts differently. Common practice, no source. */
import { frozen } from '../frozen';
import { elevation } from './geometry';
import type { Condition } from './condition';
import type { Band, Form, Kitchen } from './kitchen';

const KITCHEN_PLACES = frozen(['stove', 'sink', 'bin', 'elsewhere'] as const);
export type KitchenPlace = (typeof KITCHEN_PLACES)[number];
export const PLACE_WORDS: Record<KitchenPlace, string> = frozen({
  stove: 'by the stove',
  sink: 'at the sink',
  bin: 'at the bin',
  elsewhere: 'elsewhere',
});

/** Names under which people note where they cook. */
const COOKING = /stove|range|oven|hob|cooker|cooktop/i;
/** Fronts within this of the stove's sides, mm: its next neighbours. From memory. */
const BESIDE = 60;

interface Placed {
  wall: string;
  cabinet: number;
  band: Band;
  form: Form;
  /** on its wall, mm */
  x: number;
  w: number;
  condition: Pick<Condition, 'water' | 'grease'>;
}

/**
 * Where in the kitchen each piece is, by the drawing and what was noted: fronts around and above the cooker, a false front and
 * what is below it (a sink stands behind), pull-outs (bins), water and grease as noted.
 */
export function kitchenPlaces<P extends Placed>(kitchen: Kitchen, pieces: readonly P[]): KitchenPlace[] {
  const stoves = kitchen.walls.flatMap((wall) =>
    elevation(wall)
      .cabinets.filter((c) => c.vacancy?.kind === 'appliance' && COOKING.test(c.vacancy.name))
      .map(({ x, w }) => ({ wall: wall.name, from: x, to: x + w })),
  );
  const at = ({ wall, cabinet }: P): string => `${wall} ${cabinet}`;
  const sinks = new Set(pieces.filter((p) => p.form === 'false' && p.band === 'base').map(at));
  return pieces.map((p) => {
    const near = stoves.some(({ wall, from, to }) => {
      if (wall !== p.wall) return false;
      // Above it: most of the front is over the cooker. Beside it: the next front.
      return p.band === 'upper'
        ? p.x + p.w / 2 > from && p.x + p.w / 2 < to
        : Math.min(Math.abs(p.x + p.w - from), Math.abs(p.x - to)) <= BESIDE;
    });
    if (near || p.condition.grease === 3) return 'stove';
    if (sinks.has(at(p)) || p.condition.water) return 'sink';
    return p.form === 'pullout' ? 'bin' : 'elsewhere';
  });
}
