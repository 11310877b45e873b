import { frozen } from '../../frozen';

export const TICKS = frozen(['coded', 'bagged', 'holes', 'bumpers'] as const);
/** Code hidden and taped; hinges and screws bagged; handle holes drilled or marked to be filled; bumpers off. */
export type Tick = (typeof TICKS)[number];
