import { speaksAgainst, unheardOf } from '$core/bench/apart';
import { factSchema, type Fact } from '$core/bench/events';
import { fold, foldOn, inOrder, type JobState } from '$core/bench/fold';
import { judge, type Context } from '$core/bench/guard';
import { withRework } from '$core/bench/rework';
import type { Step } from '$core/coating/route';
import type { Db } from '../db/open';
import { insertContested, type Contested } from '../store/contested';
import { findFact, insertFact, listFacts } from '../store/facts';
import { deleteReadingOf, insertReading } from '../store/readings';
import { writeSummary } from '../store/summaries';
import { listWorkers } from '../store/workers';
import { now } from './clock';
import { keepFelt } from './felt';
import { openJob, type JobFile } from './job-file';

import { keepPace } from './paces';
import { placeNamed } from './places';
import { Refused } from './refused';
import { summarise } from './summaries';

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

export interface Recorded {
  /** ids, all of them stored for good */
  ids: string[];
  /** facts of devices that worked apart, which a person must settle */
  contested: Contested[];
}

function read(input: unknown, i: number): Fact {
  const parsed = factSchema.safeParse(input);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new Refused(
    422,
    `Fact ${i + 1}, ${issue?.path.join('.') || 'whole'}: ${issue?.message ?? 'malformed'}`,
    issue?.path.map(String).at(-1) ?? null,
  );
}

/** The context of guards in a state. */
function contextIn(file: JobFile, state: JobState): Context & { route: Step[] } {
  if (state.flaws.size === 0) return { ...file.context, state, route: file.plainRoute };
  const ids = file.pieces.map((p) => p.id);
  return { ...file.context, state, route: withRework(file.plainRoute, state, ids) };
}

/**
 * What speaks against a fact: a guard, which refuses it where its device knew as much as the server, and other devices'
 * facts that it had not heard of, beside which it is kept and contested.
 * @throws Refused 409
 */
function contestedBy(file: JobFile, log: readonly Fact[], state: JobState, fact: Fact): Contested | null {
  const unheard = unheardOf(log, fact);
  const against = speaksAgainst(unheard, fact);
  if (against) {
    const codes = against.pieces.map((p) => file.codes.get(p) ?? '?').join(' ');
    const message =
      against.rule === 'done-twice'
        ? `${codes}: two devices recorded this coat or step while they were apart.`
        : `${codes}: two devices put it in two places while they were apart.`;
    return { fact: fact.id, other: against.other.id, rule: against.rule, message };
  }
  // A fact that comes late is judged by what had happened by then.
  const before = unheard.length ? log.filter((f) => f.at <= fact.at) : log;
  const then = before === log ? state : fold(before);
  const refusal = judge(contextIn(file, then), before, fact);
  if (!refusal) return null;
  if (unheard.length === 0) throw new Refused(409, refusal.message, null, refusal);
  return { fact: fact.id, other: null, rule: refusal.rule, message: refusal.message };
}

/**
 * Records facts of one job: all of them or none. A fact that was stored before is stored once, however often it is sent.
 * @param inputs facts, unchecked, in the order they happened
 * @throws Refused 422 for a malformed fact, 409 for one that a guard stops or an id used for something else
 */
export function recordFacts(db: Db, jobId: string, inputs: readonly unknown[]): Recorded {
  const facts = inputs.map(read);
  // The log is read and kept before the lock is taken: within it nothing is kept.
  listFacts(db, jobId);
  return db
    .transaction(() => {
      const file = openJob(db, jobId);
      const time = now(db);
      const log = [...file.facts];
      let { state } = file;
      let latest = inOrder(log).at(-1);
      const workers = new Set(listWorkers(db).map((w) => w.id));
      const contested: Contested[] = [];
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
        const against = contestedBy(file, log, state, fact);
        insertFact(db, fact, time);
        if (against) {
          insertContested(db, jobId, against);
          contested.push(against);
        }
        log.push(fact);
        if (foldOn(state, latest, fact)) latest = fact;
        else {
          state = fold(log);
          latest = inOrder(log).at(-1);
        }
        keepReading(db, fact);
        if (KEPT_APART.has(fact.body.kind)) {
          const { route } = contextIn(file, state);
          keepPace(db, fact, state, route);
          keepFelt(db, fact, { ...file, state, route }, time);
        }
      }
      const { route } = contextIn(file, state);
      writeSummary(db, jobId, summarise({ ...file, facts: log, state, route }));
      return { ids: facts.map((f) => f.id), contested };
    })
    .immediate();
}

/** Facts that other tables keep something of. */
const KEPT_APART = new Set<Fact['body']['kind']>([
  'work.finished',
  'film.felt',
  'void',
  'contradiction.settled',
]);
