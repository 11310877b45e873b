/** What people said of facts afterwards: taken back, settled against, put at another time. All by facts, so it is the same everywhere. */
import type { Fact, FactBody } from './events';
import { targetsIn } from './named';

/** Whether a piece of a fact counts, by the settlement that spoke of it last. */
interface Said {
  by: Settlement;
  counts: boolean;
}
type Settlement = Fact & { body: FactBody & { kind: 'contradiction.settled' } };

/** The facts that a taking back takes back; none for any other fact. */
export const takenBackBy = (body: FactBody): readonly string[] =>
  body.kind === 'void' ? [body.fact, ...(body.also ?? [])] : [];

const isSettlement = (fact: Fact): fact is Settlement => fact.body.kind === 'contradiction.settled';

/** Settlements by the fact and the piece they speak of. */
export class Settled {
  readonly #whole = new Map<string, Said>();
  readonly #pieces = new Map<string, Map<string, Said>>();
  /** Settlements that count, in the order they were made. */
  readonly list: readonly Settlement[];

  /** @param ordered in the order they happened */
  constructor(ordered: readonly Fact[]) {
    const back = new Set(ordered.flatMap(({ body }) => takenBackBy(body)));
    this.list = ordered.filter(isSettlement).filter((s) => !back.has(s.id));
    for (const by of this.list) {
      const { of, keep, pieces } = by.body;
      for (const fact of of) {
        const said = { by, counts: keep === null || keep === fact };
        if (pieces.length === 0) {
          this.#whole.set(fact, said);
          this.#pieces.delete(fact);
          continue;
        }
        const own = this.#pieces.get(fact) ?? new Map<string, Said>();
        this.#pieces.set(fact, own);
        for (const piece of pieces) own.set(piece, said);
      }
    }
  }

  /** What was said last of a fact and one of its pieces; of the whole fact where no piece is named. */
  said(fact: string, piece: string | null): Said | undefined {
    return (piece === null ? undefined : this.#pieces.get(fact)?.get(piece)) ?? this.#whole.get(fact);
  }

  /** Pieces of which a fact was settled against, with those that speak for themselves. */
  piecesOf(fact: string): ReadonlyMap<string, Said> {
    return this.#pieces.get(fact) ?? new Map();
  }
}

export interface Decided {
  settled: Settled;
  /** facts that do not count at all, with the reason */
  voided: Map<string, string>;
  /** pieces of which a fact does not count, where it counts for others */
  partly: Map<string, ReadonlySet<string>>;
  /** facts that are spoken of, whether they are in the log yet or not */
  spokenOf: Set<string>;
}

/**
 * What was decided of the facts of a log.
 * @param ordered in the order they happened
 */
export function decide(ordered: readonly Fact[]): Decided {
  const settled = new Settled(ordered);
  const voided = new Map<string, string>();
  const partly = new Map<string, ReadonlySet<string>>();
  for (const { id, body } of settled.list.length ? ordered : []) {
    const whole = settled.said(id, null);
    const own = settled.piecesOf(id);
    if (!whole && !own.size) continue;
    const named = targetsIn(body);
    // What names no pieces of its own, such as an end or a taking back, is spoken of by the pieces of its work.
    const out = [...(named ?? own.keys())].filter((p) => settled.said(id, p)?.counts === false);
    const allOut = named ? named.length > 0 && out.length === named.length : whole?.counts === false;
    const reason = (whole ?? [...own.values()][0])?.by.body.reason ?? '';
    if (allOut || (body.kind === 'void' && out.length)) voided.set(id, reason);
    else if (out.length) partly.set(id, new Set(out));
  }
  // A taking back is not taken back itself: only a settlement speaks against one.
  const against = new Set(voided.keys());
  for (const { id, body } of ordered)
    if (body.kind === 'void' && !against.has(id))
      for (const fact of takenBackBy(body)) voided.set(fact, body.reason);
  const spokenOf = new Set(
    ordered.flatMap(({ body }) =>
      body.kind === 'contradiction.settled'
        ? body.of
        : body.kind === 'time.corrected'
          ? [body.fact]
          : takenBackBy(body),
    ),
  );
  return { settled, voided, partly, spokenOf };
}

/**
 * A fact as it counts: without the pieces that were settled against it. For an end those are the pieces of which it does not
 * say rightly whether they were left out.
 */
export function asItCounts(fact: Fact, out: ReadonlySet<string> | undefined): Fact {
  const { body } = fact;
  if (!out) return fact;
  if (body.kind === 'work.finished') {
    const leftOut = [
      ...body.leftOut.filter((p) => !out.has(p)),
      ...[...out].filter((p) => !body.leftOut.includes(p)),
    ];
    return { ...fact, body: { ...body, leftOut } };
  }
  return 'pieces' in body
    ? { ...fact, body: { ...body, pieces: body.pieces.filter((p) => !out.has(p)) } }
    : fact;
}

/** Facts at the times that they were put to afterwards, where they were; the same list where none was. */
export function putRight(facts: readonly Fact[]): readonly Fact[] {
  const right = new Map<string, Fact>();
  const back = new Set<string>();
  for (const fact of facts) {
    const { body } = fact;
    for (const id of takenBackBy(body)) back.add(id);
    if (body.kind !== 'time.corrected') continue;
    const had = right.get(body.fact);
    if (!had || had.at < fact.at || (had.at === fact.at && had.id < fact.id)) right.set(body.fact, fact);
  }
  if (!right.size) return facts;
  return facts.map((fact) => {
    const { id, body } = right.get(fact.id) ?? {};
    if (id === undefined || body?.kind !== 'time.corrected' || back.has(id)) return fact;
    const { doubt: _, ...rest } = fact;
    return { ...rest, at: body.at };
  });
}
