/**
 * Finds the lot for a piece that is mended: its own, which then waits for it, a later one of its colour, or one by itself.
 * Every way is planned with a small effort in the planner's thread; the earliest hand-back wins, then the fewest minutes.
 */
import { pieceState } from '$core/bench/fold';
import { openFlaws } from '$core/bench/rework';
import type { Lot } from '$core/bench/acts';
import { lotName } from '$core/planning/lots';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { lastFact } from '../../store/facts';
import { writeLots } from '../../store/pieces';
import { packExactly } from './ask';
import { openJob, type JobFile } from '../job/open-job';

const EFFORT = { seed: 20260309, steps: 24, nodes: 400, prove: false };
const HORIZON = 60;

/** Pieces that are to be mended and stand in a lot with pieces that are not, not being worked on. */
function toMend({ state, route, lots }: JobFile): { piece: string; lot: Lot }[] {
  const flawed = openFlaws(state, route);
  const busy = new Set([...state.works.values()].flatMap((w) => (w.end === null ? w.pieces : [])));
  return [...flawed.keys()].flatMap((piece) => {
    const lot = lots.find((l) => l.pieces.includes(piece));
    const mends = route.some((s) => s.key.startsWith('rework.') && !s.skips?.has(piece));
    const others = lot?.pieces.some((p) => p !== piece && pieceState(state, p).hungIn === null);
    return lot && mends && others && !busy.has(piece) ? [{ piece, lot }] : [];
  });
}

/** The ways a piece can go. */
function waysOf(file: JobFile, piece: string, lot: Lot): Lot[][] {
  const zone = (id: string) => file.pieces.find((p) => p.id === id)?.zoneId;
  const moved = (to: string | null): Lot[] => {
    const without = file.lots.map((l) =>
      l.id === lot.id
        ? { ...l, pieces: l.pieces.filter((p) => p !== piece) }
        : l.id === to
          ? { ...l, pieces: [...l.pieces, piece] }
          : l,
    );
    return to === null ? [...without, { id: newId(), name: nextName(file.lots), pieces: [piece] }] : without;
  };
  const at = file.lots.indexOf(lot);
  const later = file.lots.slice(at + 1).filter((l) => zone(l.pieces[0] ?? '') === zone(piece));
  return [file.lots, moved(null), ...later.slice(0, 3).map((l) => moved(l.id))];
}

function nextName(lots: readonly Lot[]): string {
  let i = lots.length;
  while (lots.some((l) => l.name === lotName(i))) i++;
  return lotName(i);
}

/** Settled once for each flaw, so that a lot is not changed again and again. */
const settled = new Set<string>();

/** @returns how many pieces went to another lot */
export async function settleRework(db: Db, job: string, now: () => number): Promise<number> {
  let moves = 0;
  for (;;) {
    const file = openJob(db, job);
    const next = toMend(file).find(({ piece }) => !settled.has(keyOf(file, piece)));
    if (!next || !file.choice) return moves;
    settled.add(keyOf(file, next.piece));
    const { plan } = await import('../../threads/planner-thread');
    const stamp = lastFact(db, job);
    let best: { lots: Lot[]; back: number; minutes: number } | null = null;
    for (const lots of waysOf(file, next.piece, next.lot)) {
      const packed = packExactly(db, { ...file, lots }, now(), HORIZON);
      const made = packed && (await plan({ packed, effort: EFFORT, near: undefined }));
      if (!made || 'infeasible' in made.result) continue;
      const minutes = made.problem.operations.reduce(
        (sum, o) => sum + (o.lockedStart === null ? o.minutes : 0),
        0,
      );
      const back = made.result.makespan;
      if (!best || back < best.back || (back === best.back && minutes < best.minutes))
        best = { lots, back, minutes };
    }
    // What happened meanwhile is settled with the next fact.
    if (lastFact(db, job) !== stamp || !best || best.lots === file.lots) continue;
    const { lots } = best;
    db.transaction(() => writeLots(db, job, lots)).immediate();
    moves++;
  }
}

const keyOf = (file: JobFile, piece: string): string =>
  (openFlaws(file.state, file.route).get(piece) ?? []).map((f) => f.id).join(' ');
