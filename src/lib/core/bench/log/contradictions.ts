/**
 * What the facts of devices that worked apart cannot all be. A contradiction is a set of facts about some pieces, found in the
 * log alone, so that it is the same on every device that has the same facts, in whatever order they came. One settlement that
 * speaks of all of them decides it; a fact that joins the set later opens it again.
 */
import { apartIn, type Apart } from './apart';
import { asItCounts, decide, putRight, takenBackBy, type Decided, type Settled } from './decided';
import { SITE } from '../../takeoff/site-route';
import type { Fact } from './events';
import { inOrder } from './fold';

export type ContradictionRule =
  /** one step begun twice on a piece */
  | 'done-twice'
  /** two works on one piece at one time, or one on a piece that hangs */
  | 'at-work'
  /** put in two places by devices that knew nothing of each other */
  | 'two-places'
  /** moved or taken down while it hangs, as far as its device knew */
  | 'moved-hung'
  /** two ends of one work, of which one leaves a piece out */
  | 'left-out'
  /** an end whose beginning was taken back */
  | 'no-start'
  /** a step taken back, or a piece left out of it, under a later one */
  | 'taken-from-under';

export interface Contradiction {
  rule: ContradictionRule;
  /** ids of the facts, in the order they happened */
  of: readonly string[];
  /** the pieces in question, in the order they were named; none for a step in the kitchen */
  pieces: readonly string[];
}

/** One side of a work: its beginning, and its end as far as there is one. */
interface Stretch {
  fact: Fact;
  step: string;
  from: number;
  /** Infinity while it goes on */
  to: number;
  order: number;
}

interface Edge {
  rule: ContradictionRule;
  /** null for a step in the kitchen */
  piece: string | null;
  facts: readonly Fact[];
}

/** The parts of a log that contradictions are looked for in, by piece. */
interface ByPiece {
  stretches: Map<string, Stretch[]>;
  /** down, placed and hung, in the order they happened */
  moves: Map<string, Fact[]>;
}

const add = <K, V>(map: Map<K, V[]>, key: K, value: V): void => {
  const had = map.get(key);
  if (had) had.push(value);
  else map.set(key, [value]);
};

type End = Fact & { body: Extract<Fact['body'], { kind: 'work.finished' }> };
/** Ends by the work that they end. */
type Ends = ReadonlyMap<string, readonly End[]>;
const isEnd = (fact: Fact): fact is End => fact.body.kind === 'work.finished';

function endsOf(ordered: readonly Fact[]): Ends {
  const ends = new Map<string, End[]>();
  for (const fact of ordered) if (isEnd(fact)) add(ends, fact.body.work, fact);
  return ends;
}

function byPiece(ordered: readonly Fact[], ends: Ends, { partly }: Decided): ByPiece {
  const out: ByPiece = { stretches: new Map(), moves: new Map() };
  ordered.forEach((fact, order) => {
    const { body } = fact;
    if (body.kind === 'work.started') {
      const end = ends.get(fact.id)?.find((e) => e.at >= fact.at);
      const to = end?.at ?? Infinity;
      const counted = end && asItCounts(end, partly.get(end.id));
      const leftOut = counted && isEnd(counted) ? counted.body.leftOut : [];
      // Several are at work in the kitchen at one time: only one step begun twice cannot be, which is looked for by itself.
      for (const piece of body.pieces)
        if (piece !== SITE && !leftOut.includes(piece))
          add(out.stretches, piece, { fact, step: body.step, from: fact.at, to, order });
    } else if (body.kind === 'piece.down' || body.kind === 'piece.placed')
      for (const piece of body.pieces) add(out.moves, piece, fact);
    else if (body.kind === 'piece.hung') add(out.moves, body.piece, fact);
  });
  return out;
}

const placeOf = ({ body }: Fact): string =>
  body.kind === 'piece.down' || body.kind === 'piece.placed' ? body.place.trim().toLowerCase() : 'opening';

/** Works on one piece that cannot both be. */
function worksOn(piece: string, list: readonly Stretch[]): Edge[] {
  return list.flatMap((a, i) =>
    list.slice(i + 1).flatMap((b): Edge[] => {
      if (a.step === b.step) return [{ rule: 'done-twice', piece, facts: [a.fact, b.fact] }];
      return b.from < a.to && a.from < b.to ? [{ rule: 'at-work', piece, facts: [a.fact, b.fact] }] : [];
    }),
  );
}

/** Moves of one piece against each other, and against works. */
function movesOf(piece: string, moves: readonly Fact[], works: readonly Stretch[], apart: Apart): Edge[] {
  const edges: Edge[] = [];
  const places = moves.map(placeOf);
  let hung: Fact | null = null;
  moves.forEach((move, i) => {
    const { kind } = move.body;
    for (let j = 0; j < i; j++) {
      const before = moves[j];
      if (!before || places[j] === places[i] || !apart.between(before, move)) continue;
      // Whoever moved it later and knew of both knew where it was.
      const isOver = moves.slice(i + 1).some((m) => apart.knew(m, before) && apart.knew(m, move));
      const isHanging = kind === 'piece.hung' || before.body.kind === 'piece.hung';
      if (!isOver)
        edges.push({ rule: isHanging ? 'moved-hung' : 'two-places', piece, facts: [before, move] });
    }
    if (kind === 'piece.hung') {
      hung = move;
      const at = works.find((w) => w.from < move.at && move.at < w.to);
      if (at) edges.push({ rule: 'at-work', piece, facts: [at.fact, move] });
    } else hung = null;
    const until = moves[i + 1]?.at ?? Infinity;
    if (!hung) return;
    for (const w of works)
      if (w.from > move.at && w.from < until && !overrules(w.fact, 'not-down'))
        edges.push({ rule: 'at-work', piece, facts: [move, w.fact] });
  });
  return edges;
}

const overrules = ({ body }: Fact, rule: string): boolean => {
  const given = 'override' in body ? body.override : undefined;
  return (given === undefined ? [] : Array.isArray(given) ? given : [given]).some((o) => o.rule === rule);
};

/** Ends of one work that leave different pieces out. */
function endsApart(ordered: readonly Fact[], ends: Ends): Edge[] {
  return ordered.flatMap((start) => {
    const own = ends.get(start.id) ?? [];
    if (start.body.kind !== 'work.started' || own.length < 2) return [];
    return start.body.pieces.flatMap((piece): Edge[] => {
      const out = own.filter((e) => e.body.leftOut.includes(piece)).length;
      const differ = out > 0 && out < own.length;
      return differ ? own.slice(1).map((e, i) => ({ rule: 'left-out', piece, facts: [own[i] ?? e, e] })) : [];
    });
  });
}

/** Ends of works that others took back, and steps that others took from under later ones. */
function takenFromUnder(
  all: readonly Fact[],
  ordered: readonly Fact[],
  parts: ByPiece,
  stepsBefore: StepsBefore,
  apart: Apart,
): Edge[] {
  const byId = new Map(all.map((f) => [f.id, f]));
  const edges: Edge[] = [];
  const back = all.filter((f) => f.body.kind === 'void');
  const counts = new Map(ordered.map((f) => [f.id, f]));
  /** what no longer stands: by which fact, which step of which piece */
  const gone: { by: Fact; step: string; piece: string; at: number }[] = [];
  for (const { by, fact } of back.flatMap((b) => takenBackBy(b.body).map((id) => ({ by: b, fact: id })))) {
    const target = byId.get(fact);
    const start = target?.body.kind === 'work.finished' ? byId.get(target.body.work) : target;
    if (start?.body.kind !== 'work.started') continue;
    for (const piece of start.body.pieces) gone.push({ by, step: start.body.step, piece, at: start.at });
    if (target !== start) continue;
    for (const end of ordered)
      // Whoever took it back and knew of its end meant that, too.
      if (end.body.kind === 'work.finished' && end.body.work === start.id && !apart.knew(by, end))
        for (const piece of start.body.pieces)
          if (!end.body.leftOut.includes(piece))
            edges.push({ rule: 'no-start', piece: piece === SITE ? null : piece, facts: [end, by] });
  }
  for (const end of ordered) {
    if (end.body.kind !== 'work.finished' || !end.body.leftOut.length) continue;
    const start = counts.get(end.body.work);
    if (start?.body.kind === 'work.started')
      for (const piece of end.body.leftOut)
        gone.push({ by: end, step: start.body.step, piece, at: start.at });
  }
  for (const { by, step, piece } of gone) {
    const list = parts.stretches.get(piece) ?? [];
    if (list.some((w) => w.step === step)) continue;
    const later = list.find((w) => stepsBefore(w.step).has(step) && !overrules(w.fact, 'skipped-step'));
    if (later) edges.push({ rule: 'taken-from-under', piece, facts: [by, later.fact] });
  }
  return edges;
}

/** Beginnings of one step in the kitchen. */
function kitchenTwice(ordered: readonly Fact[]): Edge[] {
  const first = new Map<string, Fact>();
  return ordered.flatMap((fact): Edge[] => {
    if (fact.body.kind !== 'work.started' || fact.body.lot !== SITE) return [];
    const had = first.get(fact.body.step);
    if (had) return [{ rule: 'done-twice', piece: null, facts: [had, fact] }];
    first.set(fact.body.step, fact);
    return [];
  });
}

/** Sets of facts that hang together by edges of one rule on one piece, of which some are open. */
function setsOf(edges: readonly Edge[], settled: Settled): { rule: ContradictionRule; facts: Fact[] }[] {
  const sets: { rule: ContradictionRule; facts: Fact[]; open: boolean }[] = [];
  for (const edge of edges) {
    const { rule, facts } = edge;
    const joined = sets.filter((s) => s.rule === rule && s.facts.some((f) => facts.includes(f)));
    for (const old of joined) sets.splice(sets.indexOf(old), 1);
    sets.push({
      rule,
      facts: [...new Set([...joined.flatMap((s) => s.facts), ...facts])],
      open: isOpen(settled, edge) || joined.some((s) => s.open),
    });
  }
  return sets.filter((s) => s.open);
}

/** Whether two facts both count, and no settlement that speaks of both says so. */
const isOpen = (settled: Settled, { piece, facts }: Edge): boolean => {
  const last = facts.map(({ id }) => settled.said(id, piece));
  return last.every((s) => s?.counts !== false) && !(last[0] && last.every((s) => s?.by === last[0]?.by));
};

/** Keys of the steps that come before a step on its route. */
type StepsBefore = (step: string) => ReadonlySet<string>;

/** From a route: the steps before one of it. A step of another system has none that are known. */
export function stepsBefore(route: readonly { key: string }[]): StepsBefore {
  const known = new Map<string, ReadonlySet<string>>();
  route.forEach((s, i) => known.set(s.key, new Set(route.slice(0, i).map((b) => b.key))));
  return (step) => known.get(step) ?? new Set();
}

/**
 * The contradictions of a log that nobody has settled.
 *
 * @param log in the order of arrival, which tells what each device knew
 * @param before the steps that a step needs
 * @returns in the order in which their first facts happened
 */
export function contradictions(log: readonly Fact[], before: StepsBefore): Contradiction[] {
  const all = inOrder(putRight(log));
  const decided = decide(all);
  const { settled } = decided;
  // A taking back that was itself settled against does not count; what is settled against still belongs to its set.
  const back = new Set(
    all.flatMap(({ id, body }) =>
      body.kind === 'void' && settled.said(id, null)?.counts !== false && !outOfSome(settled, id)
        ? takenBackBy(body)
        : [],
    ),
  );
  const ordered = all.filter(
    ({ id, body }) => !back.has(id) && body.kind !== 'void' && body.kind !== 'contradiction.settled',
  );
  const ends = endsOf(ordered);
  const parts = byPiece(ordered, ends, decided);
  const apart = apartIn(log);
  const edges = [
    ...[...parts.stretches].flatMap(([piece, list]) => worksOn(piece, list)),
    ...[...parts.moves].flatMap(([piece, moves]) =>
      movesOf(piece, moves, parts.stretches.get(piece) ?? [], apart),
    ),
    ...endsApart(ordered, ends),
    ...takenFromUnder(all, ordered, parts, before, apart),
    ...kitchenTwice(ordered),
  ];
  const place = new Map(all.map((f, i) => [f.id, i]));
  const found = new Map<string, { rule: ContradictionRule; of: string[]; pieces: string[] }>();
  const byOne = new Map<string | null, Edge[]>();
  for (const edge of edges) add(byOne, edge.piece, edge);
  for (const [piece, list] of byOne)
    for (const { rule, facts } of setsOf(list, settled)) {
      const of = facts.map((f) => f.id).sort((a, b) => (place.get(a) ?? 0) - (place.get(b) ?? 0));
      const key = `${rule} ${of.join()}`;
      const known = found.get(key) ?? { rule, of, pieces: [] };
      if (piece !== null) known.pieces.push(piece);
      found.set(key, known);
    }
  const first = ({ of }: Contradiction): number => place.get(of[0] ?? '') ?? 0;
  return [...found.values()].sort((a, b) => first(a) - first(b) || (a.rule < b.rule ? -1 : 1));
}

const outOfSome = (settled: Settled, id: string): boolean =>
  [...settled.piecesOf(id).values()].some((s) => !s.counts);
