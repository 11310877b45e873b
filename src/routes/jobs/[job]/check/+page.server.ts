import { pieceState } from '$core/bench/state/state';
import { touchUpFrom } from '$core/bench/guard/touch-up';
import { FAILURES, failureOf } from '$core/quality/failures';
import { chooseSample, sampleSize } from '$core/quality/sampling';
import { seeded } from '$core/units/random';
import { recordFromForm } from '$server/fact-action';
import { listWorkers } from '$server/store/workers';
import { elevations } from '$server/services/job/elevations';
import type { Actions, PageServerLoad } from './$types';

/** Look at enough pieces to find one of a tenth that fail, nine times in ten. */
const FAULTY_SHARE = 0.1;
const CONFIDENCE = 0.9;

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  const people = new Map(listWorkers(locals.db).map((w) => [w.id, w.name]));
  const faulty = Math.max(1, Math.round(file.pieces.length * FAULTY_SHARE));
  const size = file.pieces.length ? sampleSize(file.pieces.length, faulty, CONFIDENCE) : 0;
  const seed = [...file.job.id].reduce((n, c) => (n * 31 + c.charCodeAt(0)) >>> 0, 7);
  // Doors under the counter meet water, bins and hands first. Common practice, no source.
  const risk = (p: (typeof file.pieces)[number]) => (p.band === 'base' && p.form !== 'false' ? 2 : 1);
  const sample = chooseSample(file.pieces, size, risk, seeded(seed));
  const checked = new Set(file.state.checks.map((c) => c.piece));
  const chosen = file.pieces.find((p) => p.id === url.searchParams.get('piece'));
  const walls = elevations(file, locals.now());
  return {
    walls,
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
          home: pieceState(file.state, chosen.id).hungIn !== null,
        }
      : null,
    failures: FAILURES.map(({ key, seen }) => ({ key, seen })),
    checks: [...file.state.checks].reverse().map((c) => ({
      id: c.id,
      code: file.codes.get(c.piece) ?? '',
      at: c.at,
      who: people.get(c.worker) ?? '',
      face: c.face,
      sound: c.sound,
      seen: c.failure ? failureOf(c.failure).seen : null,
      crossCut: c.crossCut,
      note: c.note,
    })),
    touchUps: [...file.state.touchUps.values()].reverse().map((t) => {
      const failure = failureOf(t.failure);
      return {
        id: t.id,
        code: file.codes.get(t.piece) ?? '',
        seen: failure.seen,
        cause: failure.cause,
        remedy: failure.remedy,
        minutes: failure.minutes,
        from: touchUpFrom(file.context, t.id),
        closed: t.closed,
      };
    }),
    handedOver: file.state.handedOver,
  };
};

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
