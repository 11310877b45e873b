/** Checks after hand-over: which pieces to look at, what was seen, what is to touch up. */
import { FAILURES, failureOf } from '$core/quality/failures';
import { chooseSample, sampleSize } from '$core/quality/sampling';
import { seeded } from '$core/units/random';
import { touchUpFrom } from '../guard/touch-up';
import { pieceState } from '../state/state';
import type { Bench, BenchPiece } from '../view/bench-job';

/** Look at enough pieces to find one of a tenth that fail, nine times in ten. */
const FAULTY_SHARE = 0.1;
const CONFIDENCE = 0.9;

/** Doors under the counter meet water, bins and hands first. Common practice, no source. */
const risk = (p: BenchPiece): number => (p.band === 'base' && p.form !== 'false' ? 2 : 1);

/** @param wanted the piece that is to be checked; null for none yet */
export function checkPage({ pack, state, codes, context }: Bench, wanted: string | null) {
  const { pieces } = pack;
  const people = new Map(pack.people.map((w) => [w.id, w.name]));
  const faulty = Math.max(1, Math.round(pieces.length * FAULTY_SHARE));
  const size = pieces.length ? sampleSize(pieces.length, faulty, CONFIDENCE) : 0;
  const seed = [...pack.job.id].reduce((n, c) => (n * 31 + c.charCodeAt(0)) >>> 0, 7);
  const sample = chooseSample(pieces, size, risk, seeded(seed));
  const checked = new Set(state.checks.map((c) => c.piece));
  const chosen = pieces.find((p) => p.id === wanted);
  return {
    proposal: { size, faulty, confidence: CONFIDENCE },
    sample: sample
      .sort((a, b) => a.position - b.position)
      .map((p) => ({ id: p.id, code: p.code, checked: checked.has(p.id) })),
    chosen: chosen
      ? {
          id: chosen.id,
          code: chosen.code,
          wall: chosen.wall,
          form: chosen.form,
          home: pieceState(state, chosen.id).hungIn !== null,
        }
      : null,
    failures: FAILURES.map(({ key, seen }) => ({ key, seen })),
    checks: [...state.checks].reverse().map((c) => ({
      id: c.id,
      code: codes.get(c.piece) ?? '',
      at: c.at,
      who: people.get(c.worker) ?? '',
      face: c.face,
      sound: c.sound,
      seen: c.failure ? failureOf(c.failure).seen : null,
      crossCut: c.crossCut,
      note: c.note,
    })),
    touchUps: [...state.touchUps.values()].reverse().map((t) => {
      const failure = failureOf(t.failure);
      return {
        id: t.id,
        code: codes.get(t.piece) ?? '',
        seen: failure.seen,
        cause: failure.cause,
        remedy: failure.remedy,
        minutes: failure.minutes,
        from: touchUpFrom(context, t.id),
        closed: t.closed,
      };
    }),
    handedOver: state.handedOver,
  };
}
