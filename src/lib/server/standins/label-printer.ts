/**
 * The simulated label printer: one device for the whole shop, with a queue, a tape that runs out and a path that jams.
 * A label that was moving when it stopped is lost, and known to be.
 */
import { seeded } from '$core/units/random';
import type { Db } from '../db/open';
import type { LabelPrinter, PrinterAct } from '../ports/label-printer';
import { unavailable } from '../base/unavailable';
import { nextWaiting, readPrinter, writePrinter, writePrintState, type PrinterRow } from '../store/prints';

/** A new tape, and what one label takes of it, mm. */
export const TAPE_MM = 8000;
export const LABEL_MM = 60;
/** Share of labels that jam. */
const JAMS = 0.015;
const SEED = 8131;
/** Time for one label, ms. */
const PACE = 60;
/** When it tries again after its database could not be written, ms. */
const LATER = 5000;

/** Whether the device jams on the label it moves next; the same count jams every time. */
const jamsAt = (moved: number): boolean => seeded(SEED + moved)() < JAMS;

/**
 * Moves the next label of the queue.
 * @returns false when there is none or a fault stands
 */
export function step(db: Db, now: number): boolean {
  return db
    .transaction(() => {
      const printer = readPrinter(db);
      const label = nextWaiting(db);
      if (!label || printer.fault) return false;
      const short = printer.tapeMm < LABEL_MM;
      const jam = printer.jamNext === 1 || jamsAt(printer.moved);
      const fault = short ? 'out-of-tape' : jam ? 'jam' : null;
      writePrintState(db, label.seq, fault ? 'lost' : 'printed', now);
      writePrinter(db, {
        tapeMm: Math.max(0, printer.tapeMm - LABEL_MM),
        fault,
        moved: printer.moved + 1,
        jamNext: 0,
      });
      return fault === null;
    })
    .immediate();
}

const running = new WeakSet<Db>();

/** Lets the device work through its queue in its own time. */
export function wake(db: Db, now: () => number): void {
  if (running.has(db)) return;
  running.add(db);
  const again = (after: number) => setTimeout(turn, after).unref();
  const turn = () => {
    try {
      if (db.open && step(db, now())) again(PACE);
      else running.delete(db);
    } catch (error) {
      // The queue is kept: the device goes on when the database can be written.
      console.error(unavailable(error) ?? error);
      again(LATER);
    }
  };
  setTimeout(turn, PACE).unref();
}

/** What somebody does at the device, faults that are tried included. */
type AtPrinter = PrinterAct | 'make-jam' | 'short-tape';

const AFTER: Record<AtPrinter, (printer: PrinterRow) => Partial<PrinterRow>> = {
  'new-tape': ({ fault }) => ({ tapeMm: TAPE_MM, fault: fault === 'out-of-tape' ? null : fault }),
  'clear-jam': ({ fault }) => ({ fault: fault === 'jam' ? null : fault }),
  'make-jam': () => ({ jamNext: 1 }),
  'short-tape': () => ({ tapeMm: 2.5 * LABEL_MM }),
};

export function attend(db: Db, act: AtPrinter): void {
  const printer = readPrinter(db);
  writePrinter(db, { ...printer, ...AFTER[act](printer) });
}

export const simulatedPrinter: LabelPrinter = {
  there: true,
  labelMm: LABEL_MM,
  wake,
  attend,
  trials: [
    { key: 'make-jam', words: 'Jam the next label', run: (db) => attend(db, 'make-jam') },
    { key: 'short-tape', words: 'Leave tape for two labels', run: (db) => attend(db, 'short-tape') },
    { key: 'fresh-tape', words: 'Put a new tape in', run: (db) => attend(db, 'new-tape') },
  ],
};
