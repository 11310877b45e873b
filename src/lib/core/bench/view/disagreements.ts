/** Records that cannot all be, as a person is asked about them: who said what, and what follows from each answer. */
import { frozen } from '$core/frozen';
import { sayTime } from '$core/units/clock-time';
import {
  contradictions,
  stepsBefore,
  type Contradiction,
  type ContradictionRule,
} from '../log/contradictions';
import { nextStep, windowOf } from '../guard/window';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import { pieceState } from '../state/state';
import { withRework } from '../guard/rework';
import type { Waits } from '$core/coating/waits';
import type { Step } from '$core/coating/route';
import type { SayContext } from '../facts/kind';
import { sayFact } from './say-fact';

/** A job as the question needs it. */
export interface AskedJob extends SayContext {
  job: { id: string; zone: string };
  facts: readonly Fact[];
  /** the system's route, without what flaws ask for */
  plainRoute: readonly Step[];
  people: readonly { id: string; name: string }[];
  waits: Waits;
}

/** A record that somebody is asked about. */
export interface Side {
  id: string;
  at: number;
  words: string;
  who: string;
  device: string;
}

/** An answer that can be given, and what the pieces are like after it. */
export interface Answer {
  /** the fact that holds; null where all are true */
  keep: string | null;
  words: string;
  follows: string;
}

export interface Disagreement {
  /** one of a kind among them */
  key: string;
  rule: string;
  message: string;
  of: readonly string[];
  pieces: readonly string[];
  sides: Side[];
  answers: Answer[];
}

/** What is asked about, after the pieces in question. */
export const ASKS: Record<ContradictionRule, string> = frozen({
  'done-twice': 'two devices recorded this coat or step while they were apart.',
  'at-work': 'two devices were at it at one time while they were apart.',
  'two-places': 'two devices put it in two places while they were apart.',
  'moved-hung': 'one device hung it and another moved it while they were apart.',
  'left-out': 'two devices ended one work, and one of them left it out.',
  'no-start': 'it was finished on one device, and its beginning was taken back on another.',
  'taken-from-under': 'a step that the next one needs was taken back or left out.',
});
const ALL_TRUE: Record<ContradictionRule, string> = frozen({
  'done-twice': 'It was done each time',
  'at-work': 'Both were at it',
  'two-places': 'It was moved, and is where it was put last',
  'moved-hung': 'It is where it was put last',
  'left-out': 'Leave it as it counts now',
  'no-start': 'Leave it as it counts now',
  'taken-from-under': 'The later step was done without it',
});

/** The pieces as an answer leaves them, in words. */
function follows(job: AskedJob, { of, pieces }: Contradiction, keep: string | null): string {
  const answer: Fact = {
    id: 'ffffffff-ffff-7fff-bfff-ffffffffffff',
    job: job.job.id,
    at: Number.MAX_SAFE_INTEGER / 2000,
    worker: '',
    device: '',
    body: {
      kind: 'contradiction.settled',
      of: [...of],
      pieces: [...pieces],
      keep,
      reason: 'as if',
    },
  };
  const state = fold([...job.facts, answer]);
  const route = withRework(job.plainRoute, state, [...job.codes.keys()]);
  const groups = new Map<string, string[]>();
  for (const piece of pieces) {
    const own = pieceState(state, piece);
    const next = nextStep(state, route, piece);
    const from = next ? windowOf(state, next, piece, job.waits).from : 0;
    const where = own.hungIn !== null ? 'hangs' : `lies at ${own.place}`;
    const then = next
      ? `next “${next.act}”${from ? ` from ${sayTime(from, job.job.zone)}` : ''}`
      : 'nothing left to do';
    const words = `${where}, ${then}`;
    groups.set(words, [...(groups.get(words) ?? []), job.codes.get(piece) ?? '?']);
  }
  return [...groups].map(([words, codes]) => `${codes.join(' ')}: ${words}`).join('. ');
}

/**
 * What of the log nobody has settled.
 * @param guarded facts that came late and that a guard alone speaks against
 */
export function disagreements(
  job: AskedJob,
  guarded: readonly { fact: string; rule: string; message: string }[] = [],
): Disagreement[] {
  const byId = new Map(job.facts.map((f) => [f.id, f]));
  const people = new Map(job.people.map((p) => [p.id, p.name]));
  const side = (id: string): Side[] => {
    const f = byId.get(id);
    const who = people.get(f?.worker ?? '') ?? '';
    return f ? [{ id, at: f.at, words: sayFact(job, f.body), who, device: f.device }] : [];
  };
  const found = contradictions(job.facts, stepsBefore(job.plainRoute)).map((c): Disagreement => {
    const sides = c.of.flatMap(side);
    const codes = c.pieces.map((p) => job.codes.get(p) ?? '?').join(' ');
    return {
      key: `${c.rule} ${c.of.join()}`,
      rule: c.rule,
      message: `${codes || 'The fixed work'}: ${ASKS[c.rule]}`,
      of: c.of,
      pieces: c.pieces,
      sides,
      answers: [
        ...sides.map((s) => ({
          keep: s.id,
          words: `${s.who || 'This record'}: ${s.words}`,
          follows: follows(job, c, s.id),
        })),
        { keep: null, words: ALL_TRUE[c.rule], follows: follows(job, c, null) },
      ],
    };
  });
  const inSets = new Set(found.flatMap((d) => d.of));
  const settled = new Set(
    job.facts.flatMap((f) =>
      f.body.kind === 'contradiction.settled' && !job.state.voided.has(f.id) ? f.body.of : [],
    ),
  );
  const alone = guarded.flatMap(({ fact, rule, message }): Disagreement[] => {
    if (job.state.voided.has(fact) || settled.has(fact) || inSets.has(fact)) return [];
    const sides = side(fact);
    return sides.length ? [{ key: fact, rule, message, of: [fact], pieces: [], sides, answers: [] }] : [];
  });
  return [...found, ...alone];
}
