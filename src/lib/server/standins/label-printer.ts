/**
 * The simulated label printer: one device for the whole shop, with a queue, a tape that runs out and a path that jams.
 * A label that was moving when it stopped is lost, and known to be.
 */
import { seeded } from '$core/units/random';
import type { Db } from '../db/open';
import { unavailable } from '../unavailable';
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

/** What someone does at the device. */
export type AtPrinter = 'new-tape' | 'clear-jam' | 'make-jam' | 'short-tape';

/** @returns the device afterwards */
export function attend(db: Db, act: AtPrinter): PrinterRow {
  const printer = readPrinter(db);
  const next: PrinterRow =
    act === 'new-tape'
      ? { ...printer, tapeMm: TAPE_MM, fault: printer.fault === 'out-of-tape' ? null : printer.fault }
      : act === 'clear-jam'
        ? { ...printer, fault: printer.fault === 'jam' ? null : printer.fault }
        : act === 'make-jam'
          ? { ...printer, jamNext: 1 }
          : { ...printer, tapeMm: 2.5 * LABEL_MM };
  writePrinter(db, next);
  return next;
}
