/** What the day rail and the time board draw. */

/** A bar on the day rail or the time board. Times in ms since 1970. */
export interface Bar {
  id: string;
  lot: string;
  /** paint of the lot's zone */
  hex: string;
  kind: 'prep' | 'sand' | 'coat' | 'drill' | 'flip' | 'hang' | 'close' | 'visit';
  /** primer coats are drawn grey */
  primer: boolean;
  face: 'front' | 'back' | 'all' | null;
  /** one or two letters for a narrow bar, words for the rest */
  short: string;
  words: string;
  who: string;
  start: number;
  end: number;
  /** the film is ready for what comes next */
  dryUntil: number | null;
  readyFor: string;
  /** done, under way, or planned */
  tense: 'done' | 'now' | 'planned';
  /** the planned operation, which may be pinned; null for what is done or under way */
  operation: string | null;
  /** where it is done: at the pieces, or in the kitchen */
  where: 'pieces' | 'kitchen';
  /** minutes of changing over at its beginning */
  setup: number;
  /** the next coat must begin by then; null where there is no window */
  windowUntil: number | null;
  pinned: boolean;
}

/** Row of the board for the fixed work. */
export const KITCHEN_ROW = 'Kitchen';
