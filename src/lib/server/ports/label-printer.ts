import type { Db } from '../db/open';

/** What somebody does at the printer to put a fault right. */
export type PrinterAct = 'new-tape' | 'clear-jam';

/** A label printer for the whole shop. Its queue is the labels that wait in the database. */
export interface LabelPrinter {
  /** false where this installation has none */
  there: boolean;
  /** what one label takes of the tape, mm */
  labelMm: number;
  /** Lets it work through the queue in its own time. @param now ms since 1970 */
  wake(db: Db, now: () => number): void;
  attend(db: Db, act: PrinterAct): void;
  /** faults that can be tried, with their words; none for a real device */
  trials: readonly { key: string; words: string; run: (db: Db) => void }[];
}
