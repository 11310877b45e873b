/** Hanging: every opening with what it takes, what stands against it, and the next one to fill. */
import { nextStep, windowOf } from '../guard/window';
import { pieceState } from '../state/state';
import type { Bench } from '../view/bench-job';

/** @param wanted the opening that is asked for; the next that is empty where none is, or it is full */
export function hangPage({ pack, state, route, waits }: Bench, now: number, wanted: string | null) {
  const hang = route.find((s) => s.kind === 'hang');
  const openings = pack.pieces.map((p) => {
    const own = pieceState(state, p.id);
    const next = nextStep(state, route, p.id);
    const from = hang ? windowOf(state, hang, p.id, waits).from : 0;
    return {
      id: p.id,
      code: p.code,
      wall: p.wall,
      form: p.form,
      hinge: p.hinge,
      place: own.place,
      home: own.hungIn !== null,
      /** what stands against hanging, in words */
      before: own.hungIn !== null ? null : next && next.kind !== 'hang' ? next.act : null,
      from: own.hungIn === null && from > now ? from : null,
    };
  });
  const next = openings.find((o) => o.id === wanted && !o.home) ?? openings.find((o) => !o.home) ?? null;
  return { openings, next };
}

/** The piece that a code names, typed or scanned; undefined for none of this job. */
export function pieceByCode(pieces: readonly { id: string; code: string }[], typed: string) {
  const code = typed.trim().toLowerCase();
  return pieces.find((p) => p.code.toLowerCase() === code || p.id === code);
}
