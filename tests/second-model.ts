/**
 * What a log says of pieces, worked out a second time: straight from the rules, fact by fact and piece by piece, without the
 * fold or anything that it uses. Slow and plain on purpose.
 *
 * The rules. Facts count in the order they happened, by the time that was put right last; within one moment by the order of
 * kinds given here, then by id. A fact that was taken back does not count. A settlement takes out, for the pieces it names or
 * for whole facts, all but the one that holds; of several that speak of a fact and a piece the last one made counts, and one
 * that was taken back does not. A face has a step when a work on it that counts was ended and did not leave it out.
 */
import type { Fact } from '$core/bench/log/events';

const KINDS = [
  'piece.labelled',
  'piece.down',
  'piece.missing',
  'piece.placed',
  'work.started',
  'work.joined',
  'work.handed',
  'work.paused',
  'work.resumed',
  'work.finished',
  'defect.found',
  'piece.hung',
  'contradiction.settled',
  'void',
  'time.corrected',
];

export interface SecondPiece {
  place: string;
  missing: boolean;
  down: boolean;
  hung: boolean;
  /** end and worker of each step that it has had, by its key */
  had: Record<string, { end: number; worker: string }>;
  /** how often it was given each step */
  times: Record<string, number>;
}
export interface SecondWork {
  pieces: string[];
  end: number | null;
  /** who worked from when to when */
  hands: [worker: string, from: number, to: number | null][];
}

/** The facts that a taking back names. */
const named = (v: Fact): string[] => (v.body.kind === 'void' ? [v.body.fact, ...(v.body.also ?? [])] : []);

interface Log {
  facts: Fact[];
  gone: (fact: Fact, piece: string | null) => boolean;
}

/** Whether `a` comes before `b`. */
function sooner(a: Fact, b: Fact): number {
  if (a.at !== b.at) return a.at - b.at;
  const rank = KINDS.indexOf(a.body.kind) - KINDS.indexOf(b.body.kind);
  if (rank) return rank;
  return a.id < b.id ? -1 : 1;
}

function readLog(arrived: readonly Fact[]): Log {
  const once: Fact[] = [];
  for (const f of arrived) if (!once.some((o) => o.id === f.id)) once.push({ ...f });
  const raw = [...once].sort(sooner);
  // Times that were put right: the last word counts, unless it was taken back.
  const words = raw.filter((f) => f.body.kind === 'time.corrected');
  const facts = once.map((f) => {
    const last = words.filter((w) => w.body.kind === 'time.corrected' && w.body.fact === f.id).at(-1);
    const isBack = raw.some((v) => named(v).includes(last?.id ?? ''));
    return last && !isBack && last.body.kind === 'time.corrected' ? { ...f, at: last.body.at } : f;
  });
  facts.sort(sooner);
  const voids = facts.filter((f) => f.body.kind === 'void');
  const settlements = facts.filter(
    (f) => f.body.kind === 'contradiction.settled' && !voids.some((v) => named(v).includes(f.id)),
  );
  /** What the settlements say of a fact and a piece: true, false, or nothing. */
  const said = (id: string, piece: string | null): boolean | null => {
    let answer: boolean | null = null;
    for (const { body } of settlements) {
      if (body.kind !== 'contradiction.settled' || !body.of.includes(id)) continue;
      if (body.pieces.length && (piece === null || !body.pieces.includes(piece))) continue;
      answer = body.keep === null || body.keep === id;
    }
    return answer;
  };
  /** A taking back that was settled against for any piece stands no more. */
  const holds = (v: Fact): boolean => {
    const spoken = settlements.flatMap((s) =>
      s.body.kind === 'contradiction.settled' && s.body.of.includes(v.id) ? s.body.pieces : [],
    );
    return said(v.id, null) !== false && !spoken.some((p) => said(v.id, p) === false);
  };
  const back = new Set(voids.filter(holds).flatMap(named));
  return { facts, gone: (f, piece) => back.has(f.id) || said(f.id, piece) === false };
}

/** The works that count, with the pieces they count for. */
export function secondWorks(arrived: readonly Fact[]): Map<string, SecondWork> {
  const { facts, gone } = readLog(arrived);
  const works = new Map<string, SecondWork>();
  for (const f of facts) {
    const { body } = f;
    if (body.kind === 'work.started') {
      const pieces = body.pieces.filter((p) => !gone(f, p));
      if (pieces.length) works.set(f.id, { pieces, end: null, hands: [[f.worker, f.at, null]] });
      continue;
    }
    if (!('work' in body)) continue;
    const work = works.get(body.work);
    if (!work || work.end !== null || (body.kind !== 'work.finished' && gone(f, null))) continue;
    const leave = () => {
      for (const h of work.hands) h[2] ??= f.at;
    };
    const idle = work.hands.every((h) => h[2] !== null);
    if (body.kind === 'work.paused') leave();
    if (body.kind === 'work.resumed' && idle) work.hands.push([f.worker, f.at, null]);
    if (body.kind === 'work.joined' && !work.hands.some((h) => h[0] === body.by && h[2] === null))
      work.hands.push([body.by, f.at, null]);
    if (body.kind === 'work.handed') {
      leave();
      work.hands.push([body.to, f.at, null]);
    }
    if (body.kind === 'work.finished') {
      const whole = readWhole(gone, f);
      if (whole) continue;
      leave();
      work.end = f.at;
      // Of a piece that an end was settled against, the end says the opposite of what is so.
      work.pieces = work.pieces.filter((p) => body.leftOut.includes(p) === gone(f, p));
    }
  }
  return works;
}

/** Whether an end does not count at all. */
const readWhole = (gone: Log['gone'], f: Fact): boolean => gone(f, null);

/** The pieces of the log, each as the facts that count leave it. */
export function secondPiece(arrived: readonly Fact[], piece: string): SecondPiece {
  const { facts, gone } = readLog(arrived);
  const works = secondWorks(arrived);
  const out: SecondPiece = { place: 'opening', missing: false, down: false, hung: false, had: {}, times: {} };
  for (const f of facts) {
    const { body } = f;
    const names =
      ('pieces' in body && body.pieces.includes(piece)) || ('piece' in body && body.piece === piece);
    if (!names || gone(f, piece)) continue;
    if (body.kind === 'piece.down')
      Object.assign(out, { down: true, place: body.place, missing: false, hung: false });
    if (body.kind === 'piece.placed') Object.assign(out, { place: body.place, missing: false, hung: false });
    if (body.kind === 'piece.missing') out.missing = true;
    if (body.kind === 'piece.hung') Object.assign(out, { place: 'opening', missing: false, hung: true });
  }
  const ended = facts.flatMap((f) => {
    const work = works.get(f.id);
    return f.body.kind === 'work.started' && work?.end != null && work.pieces.includes(piece)
      ? [{ step: f.body.step, end: work.end, worker: f.worker, id: f.id }]
      : [];
  });
  // The last end of a step is the one that it dries from.
  const order = (id: string): number =>
    facts.findIndex(
      (f) => f.body.kind === 'work.finished' && f.body.work === id && f.at === works.get(id)?.end,
    );
  for (const { step, end, worker } of ended.sort((a, b) => order(a.id) - order(b.id))) {
    out.had[step] = { end, worker };
    out.times[step] = (out.times[step] ?? 0) + 1;
  }
  return out;
}
