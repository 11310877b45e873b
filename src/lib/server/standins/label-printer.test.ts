import { beforeEach, describe, expect, it } from 'vitest';
import { newDatabase } from '../../../../tests/new-database';
import type { Db } from '../db/open';
import { openJob } from '../services/job/open-job';
import { dropWaiting, notePrint, reprintLost, wantedLabels } from '../services/take-down/labels';
import { saveSurvey } from '../services/survey/save-survey';
import { labelsIn, listPrintJobs, printCounts, readPrinter } from '../store/prints';
import { attend, LABEL_MM, step, TAPE_MM, wake } from './label-printer';

let db: Db;
let job: string;
let worker: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase());
  saveSurvey(db, job, `wall N\n${'base 36 : 4x drawer drawer\n'.repeat(12)}`);
});

const queue = (again = false) => {
  const file = openJob(db, job);
  const wanted = wantedLabels(db, file, { kinds: ['piece'], wall: null, again });
  notePrint(db, file, worker, 0, 'printer', wanted);
  return wanted.length;
};
const run = () => {
  let n = 0;
  while (step(db, ++n));
};
const waiting = () => labelsIn(db, job, 'waiting').length;
const lost = () => labelsIn(db, job, 'lost').map((l) => l.label.code);

describe('the simulated label printer', () => {
  it('prints every label once, faults and all, and says what was lost', () => {
    expect(queue()).toBe(96);
    let faults = 0;
    let guard = 0;
    while (waiting() && guard++ < 200) {
      run();
      const { fault } = readPrinter(db);
      if (!fault) continue;
      faults++;
      // What was moving is lost and known to be; nothing moves while the fault stands.
      expect(lost()).toHaveLength(1);
      const left = waiting();
      expect(step(db, 0)).toBe(false);
      expect(waiting()).toBe(left);
      attend(db, fault === 'jam' ? 'clear-jam' : 'new-tape');
      expect(reprintLost(db, job, worker, 0)).toBe(1);
    }
    expect(faults).toBeGreaterThan(0);
    const counts = printCounts(db, job);
    expect(counts.size).toBe(96);
    expect([...counts.values()].every((n) => n === 1)).toBe(true);
    // A reprint of what never came out whole is no second print.
    expect(
      listPrintJobs(db, job)
        .flatMap((j) => j.labels)
        .every((l) => l.again === 0),
    ).toBe(true);
  });

  it('never prints a label twice without saying so', () => {
    queue();
    expect(() => queue()).toThrow('it waits in the printer');
    while (waiting()) {
      run();
      attend(db, 'clear-jam');
      attend(db, 'new-tape');
    }
    for (const l of labelsIn(db, job, 'lost')) expect(l.again).toBe(0);
    if (lost().length) reprintLost(db, job, worker, 0);
    run();
    expect(() => queue()).toThrow('are printed already');
    queue(true);
    expect(labelsIn(db, job, 'waiting').every((l) => l.again === 1)).toBe(true);
  });

  it('runs out of tape at the label that does not fit', () => {
    attend(db, 'short-tape');
    queue();
    run();
    expect(readPrinter(db).fault).toBe('out-of-tape');
    expect(lost()).toEqual(['3']);
    // Clearing a jam that is none helps nothing.
    attend(db, 'clear-jam');
    expect(readPrinter(db).fault).toBe('out-of-tape');
    attend(db, 'new-tape');
    expect(readPrinter(db)).toMatchObject({ fault: null, tapeMm: TAPE_MM });
    expect(dropWaiting(db, job, 1)).toBe(93);
    expect(step(db, 1)).toBe(false);
    expect(() => (reprintLost(db, job, worker, 0), reprintLost(db, job, worker, 0))).toThrow('lost nothing');
  });

  it('jams when told to, and goes on where it stopped', () => {
    attend(db, 'make-jam');
    queue();
    run();
    expect([readPrinter(db).fault, lost()]).toEqual(['jam', ['1']]);
    attend(db, 'clear-jam');
    expect(step(db, 1)).toBe(true);
    expect(labelsIn(db, job, 'printed').map((l) => l.label.code)).toEqual(['2']);
    expect(readPrinter(db).tapeMm).toBe(TAPE_MM - 2 * LABEL_MM);
  });

  it('works in its own time once it is woken', async () => {
    queue();
    wake(db, () => 5);
    wake(db, () => 5);
    await new Promise((r) => setTimeout(r, 400));
    const out = labelsIn(db, job, 'printed').length;
    expect(out).toBeGreaterThan(1);
    expect(out).toBeLessThan(12);
    db.close();
  });
});
