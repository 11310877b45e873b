/** How the films on a piece wait: in the air where it was coated, and from the hour it hangs in the air of the house. */
import { pieceState } from '../state/state';
import type { Bench } from './bench-job';
import type { WaitsOf } from './care';

export const homeWaits =
  ({ state, context }: Pick<Bench, 'state' | 'context'>): WaitsOf =>
  (piece) =>
    context.waitsAtHome(pieceState(state, piece).hungAt);
