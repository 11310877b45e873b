import { factSchema, type Fact } from '$core/bench/events';
import { judge } from '$core/bench/guard';
import { fold } from '$core/bench/fold';
import type { Db } from '../db/open';
import { findFact, insertFact } from '../store/facts';
import { deleteReadingOf, insertReading } from '../store/readings';
import { listWorkers } from '../store/workers';
import { now } from './clock';
import { placeNamed } from './places';
import { openJob } from './job-file';
import { Refused } from './refused';
import { refreshSummary } from './summaries';

/** Air that was read on a job at one of the company's places counts for every job there. */
function keepReading(db: Db, { id, at, body }: Fact): void {
  if (body.kind === 'void') deleteReadingOf(db, body.fact);
  const place = body.kind === 'air.read' ? placeNamed(body.place) : null;
  if (body.kind !== 'air.read' || !place) return;
  const { celsius, humidity } = body;
  insertReading(db, { place, at, celsius, humidity, source: 'typed', fact: id });
}

/** How far a device's clock may run ahead before its facts are refused, ms. */
const AHEAD = 120_000;

/**
 * Records facts of one job: all of them or none. A fact that was stored before is stored once, however often it is sent.
 * @param inputs facts, unchecked, in the order they happened
 * @returns the ids, all of them stored for good when this returns
 * @throws Refused 422 for a malformed fact, 409 for one that a guard stops or an id used for something else
 */
export function recordFacts(db: Db, jobId: string, inputs: readonly unknown[]): string[] {
  const facts = inputs.map((input, i): Fact => {
    const parsed = factSchema.safeParse(input);
    if (parsed.success) return parsed.data;
    const issue = parsed.error.issues[0];
    throw new Refused(
      422,
      `Fact ${i + 1}, ${issue?.path.join('.') || 'whole'}: ${issue?.message ?? 'malformed'}`,
      issue?.path.map(String).at(-1) ?? null,
    );
  });
  return db
    .transaction(() => {
      const file = openJob(db, jobId);
      const time = now(db);
      const known = [...file.facts];
      const workers = new Set(listWorkers(db).map((w) => w.id));
      for (const fact of facts) {
        if (fact.job !== jobId) throw new Refused(422, 'The fact belongs to another job.', 'job');
        if (!workers.has(fact.worker))
          throw new Refused(
            422,
            'The fact names a person who is not on the crew. Choose who you are in Settings.',
            'worker',
          );
        const before = findFact(db, fact.id);
        if (before) {
          if (before.job !== fact.job || JSON.stringify(before.body) !== JSON.stringify(fact.body))
            throw new Refused(409, 'This id is used for another fact. Record it anew.', 'id');
          continue;
        }
        if (fact.at > time + AHEAD)
          throw new Refused(
            422,
            'The fact lies in the future: the clock of this device is ahead. Set it right.',
            'at',
          );
        const refusal = judge({ ...file.context, state: fold(known) }, known, fact);
        if (refusal) throw new Refused(409, refusal.message, null, refusal);
        insertFact(db, fact, time);
        keepReading(db, fact);
        known.push(fact);
      }
      refreshSummary(db, jobId);
      return facts.map((f) => f.id);
    })
    .immediate();
}
