/** What is done to a piece before it comes down, in words. */
import type { Tick } from '$core/bench/state/ticks';
import type { TakeDownPage } from '$core/bench/pages/take-down';

export type TakeDownWall = TakeDownPage['walls'][number];
export type TakeDownPiece = TakeDownWall['pieces'][number];

export const PREPARED: Record<Tick, { act: string; done: string }> = {
  coded: { act: 'Hide the code, tape it', done: 'code hidden' },
  bagged: { act: 'Bag the hinges', done: 'hinges bagged' },
  holes: { act: 'Drill and mark the holes', done: 'holes' },
  bumpers: { act: 'Bumpers off', done: 'bumpers off' },
};

/** Whether something is still to be done to a piece. */
export const left = (piece: TakeDownPiece, tick: Tick): boolean =>
  piece.due.includes(tick) && !piece.ticks.includes(tick);

/** Whether a piece is down with all that was due. */
export const finished = (piece: TakeDownPiece): boolean =>
  piece.at !== 'up' && piece.due.every((t) => piece.ticks.includes(t));
