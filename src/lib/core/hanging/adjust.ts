/**
 * Adjusting hung fronts by measured gaps: the least turns of which screws bring every gap to its target, within what the hinges
 * reach; and what no screw can mend, said as what it looks like. Docs: docs/methods/hanging.md
 */
import { frozen } from '../frozen';
import { CUP_HINGE, moves, screwsOf, standsOut, type Front, type Reaches, type Screw } from './fronts';
import { leastTurns, leftover, wholeSteps, type Bounds } from './least-turns';

export const EDGES = frozen(['left', 'right', 'top', 'bottom'] as const);
export type Edge = (typeof EDGES)[number];

/** A gap that was measured beside an edge of a front, at one end of it. */
export interface Gap {
  front: string;
  edge: Edge;
  /** `first`: at the top of a side, at the left of the top or the bottom */
  end: 'first' | 'last';
  /** the front on the other side of it; null: the frame, or what does not move */
  against: string | null;
  /** mm as measured, and as wanted */
  mm: number;
  target: number;
}

/** How far a corner stands out of the plane, mm; below 0: in. */
export interface Proud {
  front: string;
  /** `hinge`: the hinge side; of the handle side both corners rest on the bumpers, but for what is told here */
  side: 'hinge' | 'handle';
  end: 'top' | 'bottom';
  mm: number;
}

/** What one screw of one hinge is turned. */
export interface Turn {
  front: string;
  kind: Screw['kind'];
  /** number of the hinge from the top; of a drawer front 0 is the left bracket; null: every hinge alike */
  at: number | null;
  /** positive: towards the handle side (a drawer front: to the right), down, out of the cabinet */
  mm: number;
  /** whole quarter turns that make it up */
  quarters: number;
}

export type Fault =
  /** more than the screw reaches: the hinge sits in the wrong hole, or its plate has moved */
  | {
      kind: 'out of reach';
      front: string;
      screw: Screw['kind'];
      at: number | null;
      needs: number;
      has: number;
    }
  /** no turning makes its corners right: the door, or its opening, is not square */
  | { kind: 'out of square'; front: string; mm: number }
  /** all fronts of a box lean alike: the box is racked */
  | { kind: 'racked'; fronts: string[]; mm: number }
  /** its corners are not in one plane */
  | { kind: 'warped'; front: string; mm: number };

export interface Adjustment {
  turns: Turn[];
  faults: Fault[];
  /** gaps as they will be, in the order they were given, mm */
  gaps: number[];
  /** corners as they will stand, in the order they were given, mm */
  proud: number[];
}

/** A gap within this of its target is even to the eye, mm. Common practice, no source. */
export const EVEN = 0.5;
/** What may be left where that saves a screw, mm. Our choice. */
const ALLOWED = EVEN / 3;
/** What a tape or a feeler cannot tell, mm. From memory. */
const FINE = 0.1;
const FREE: Bounds = frozen({ from: -100, to: 100 });

const pointOf = ({ w, h }: Front, edge: Edge, end: 'first' | 'last'): [number, number] =>
  edge === 'left' || edge === 'right'
    ? [edge === 'left' ? 0 : w, end === 'first' ? 0 : h]
    : [end === 'first' ? 0 : w, edge === 'top' ? 0 : h];

/** How a gap beside an edge widens when its front moves. */
function widens(front: Front, screw: Screw, edge: Edge, end: 'first' | 'last'): number {
  const { right, down } = moves(front, screw, ...pointOf(front, edge, end));
  return { left: right, right: -right, top: down, bottom: -down }[edge];
}
const ACROSS: Record<Edge, Edge> = frozen({ left: 'right', right: 'left', top: 'bottom', bottom: 'top' });

/** The rows of the gaps, and of the corners that stand proud: what each mm of each screw does. */
function rowsOf(
  fronts: ReadonlyMap<string, Front>,
  screws: readonly Screw[],
  gaps: readonly Gap[],
  proud: readonly Proud[],
) {
  const rows: number[][] = [];
  const wanted: number[] = [];
  for (const { front, edge, end, against, mm, target } of gaps) {
    wanted.push(target - mm);
    rows.push(
      screws.map((screw) => {
        const moved = fronts.get(screw.front);
        if (!moved) return 0;
        if (screw.front === front) return widens(moved, screw, edge, end);
        return screw.front === against ? widens(moved, screw, ACROSS[edge], end) : 0;
      }),
    );
  }
  for (const { front, side, end, mm } of proud) {
    const own = fronts.get(front);
    const other = proud.find((p) => p.front === front && p.side === side && p.end !== end);
    if (!own) continue;
    if (side === 'hinge') {
      wanted.push(-mm);
      rows.push(screws.map((s) => (s.front === front ? standsOut(own, s, end === 'top' ? 0 : own.h) : 0)));
      continue;
    }
    // The handle side swings: only the difference of its corners can be turned, half to each.
    const difference = (mm - (other?.mm ?? 0)) / 2;
    wanted.push(-difference);
    const sign = end === 'top' ? 1 : -1;
    rows.push(
      screws.map((s) =>
        s.front === front ? (sign * (standsOut(own, s, 0) - standsOut(own, s, own.h))) / 2 : 0,
      ),
    );
  }
  return { rows, wanted };
}

/** What is left after everything that the screws could do if they reached far enough, by front. */
function shapeFaults(
  fronts: readonly Front[],
  gaps: readonly Gap[],
  proud: readonly Proud[],
  rest: readonly number[],
): Fault[] {
  const leaning = fronts.flatMap(({ id }) => {
    const own = gaps.flatMap((g, i) => (g.front === id || g.against === id ? [Math.abs(rest[i] ?? 0)] : []));
    const mm = Math.max(0, ...own);
    return mm > EVEN ? [{ front: id, mm }] : [];
  });
  const warped = fronts.flatMap(({ id }): Fault[] => {
    const own = proud.flatMap((p, i) => (p.front === id ? [Math.abs(rest[gaps.length + i] ?? 0)] : []));
    const mm = own.reduce((sum, v) => sum + v, 0);
    return Math.max(0, ...own) > EVEN ? [{ kind: 'warped', front: id, mm }] : [];
  });
  const square: Fault[] =
    leaning.length > 1 && leaning.length === fronts.length
      ? [{ kind: 'racked', fronts: leaning.map((l) => l.front), mm: Math.max(...leaning.map((l) => l.mm)) }]
      : leaning.map((l) => ({ kind: 'out of square' as const, ...l }));
  return [...square, ...warped];
}

const sameScrew = (a: Screw, b: Screw): boolean => a.front === b.front && a.kind === b.kind && a.at === b.at;

/** What is turned at the hinges between the outer ones, which follow their line. */
function innerTurns(front: Front, turns: readonly Turn[], reaches: Reaches): Turn[] {
  if (front.side === null || front.hinges.length < 3) return [];
  const last = front.hinges.length - 1;
  const [top = 0, bottom = 0] = [front.hinges[0], front.hinges[last]];
  return (['side', 'depth'] as const).flatMap((kind) => {
    const of = (at: number) =>
      turns.find((t) => t.front === front.id && t.kind === kind && t.at === at)?.mm ?? 0;
    return front.hinges.slice(1, last).flatMap((y, i) => {
      const mm = of(0) + ((of(last) - of(0)) * (y - top)) / (bottom - top);
      return turnOf({ front: front.id, kind, at: i + 1 }, mm, reaches);
    });
  });
}

/** A turn in whole quarters; nothing where it is less than half of one. */
function turnOf(screw: Screw, mm: number, reaches: Reaches): Turn[] {
  const quarter = reaches[screw.kind].perTurn / 4;
  const quarters = Math.round(mm / quarter);
  return quarters === 0 ? [] : [{ ...screw, mm: quarters * quarter, quarters }];
}

/**
 * @param fronts that are adjusted together: one door, a pair, a stack of drawers
 * @param gaps measured beside them; more is better, and fewer do
 * @param proud corners that stand out or in
 * @param turned mm that each screw was turned before, as far as it is known
 * @throws RangeError where a door has no two hinges, or a measure is not a number
 */
export function adjust(
  fronts: readonly Front[],
  gaps: readonly Gap[],
  proud: readonly Proud[] = [],
  turned: readonly (Screw & { mm: number })[] = [],
  reaches: Reaches = CUP_HINGE,
): Adjustment {
  for (const { mm } of [...gaps, ...proud])
    if (!Number.isFinite(mm)) throw new RangeError(`${mm} mm is no measure`);
  const byId = new Map(fronts.map((f) => [f.id, f]));
  const screws = fronts.flatMap(screwsOf);
  const { rows, wanted } = rowsOf(byId, screws, gaps, proud);
  const had = (screw: Screw): number => turned.reduce((sum, t) => sum + (sameScrew(t, screw) ? t.mm : 0), 0);
  const bounds = screws.map((s) => ({
    from: Math.min(0, reaches[s.kind].from - had(s)),
    to: Math.max(0, reaches[s.kind].to - had(s)),
  }));
  const free = leastTurns(
    rows,
    wanted,
    screws.map(() => FREE),
    FINE,
  );
  const shape = shapeFaults(fronts, gaps, proud, leftover(rows, wanted, free));
  const quarters = screws.map((s) => reaches[s.kind].perTurn / 4);
  const steps = wholeSteps(rows, wanted, bounds, leastTurns(rows, wanted, bounds, ALLOWED), quarters);
  const p = steps.map((n, j) => n * (quarters[j] ?? 0));
  const rest = leftover(rows, wanted, p);
  const outer = screws.flatMap((s, j) => turnOf(s, p[j] ?? 0, reaches));
  const reach = Math.max(0, ...rest.map(Math.abs)) > EVEN && shape.length === 0;
  const short: Fault[] = reach
    ? screws.flatMap((s, j) => {
        const bound = bounds[j];
        const needs = free[j] ?? 0;
        if (!bound || (needs >= bound.from - FINE && needs <= bound.to + FINE)) return [];
        const has = needs > 0 ? bound.to : bound.from;
        return [{ kind: 'out of reach' as const, front: s.front, screw: s.kind, at: s.at, needs, has }];
      })
    : [];
  return {
    turns: [...outer, ...fronts.flatMap((f) => innerTurns(f, outer, reaches))],
    faults: [...shape, ...short],
    gaps: gaps.map((g, i) => g.target - (rest[i] ?? 0)),
    proud: proud.map((_, i) => -(rest[gaps.length + i] ?? 0)),
  };
}
