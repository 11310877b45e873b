/** Flaws that were pointed at become steps of their piece alone, before whatever it would have had next. */
import { facesOf, gets, plain, type Requirement, type Step } from '../coating/route';
import type { Product, Stage } from '../coating/system';
import { DEFECTS, type RemedyStep } from '../quality/defects';
import { pieceState, type Flaw, type JobState } from './state/state';

const KEY = 'rework';
/** Whether a step mends a flaw. @param step its key */
export const isRework = (step: string): boolean => step.startsWith(`${KEY}.`);
const VERB: Record<RemedyStep, string> = {
  clean: 'Clean and wipe again',
  sand: 'Sand out',
  prime: 'Spot-prime',
  coat: 'Coat again',
  free: 'Cut free',
};

/** The requirement of a stage, or of the recoat where the product has no figure for it. */
function filmReady(step: Step, wanted: Stage): Requirement | null {
  const { product } = step;
  const stage = product?.stages[wanted] ? wanted : 'recoat';
  const figure = product?.stages[stage];
  return product && figure
    ? { step: step.key, film: product, stage, wet: step.wet, min: figure.value, max: null }
    : null;
}

/** The coat that a flaw is in: the last on its face before it was seen. */
function coatUnder(state: JobState, own: readonly Step[], flaw: Flaw): Step | null {
  const { done } = pieceState(state, flaw.piece);
  const laid = own.filter(
    (s) =>
      s.kind === 'coat' && facesOf(s).includes(flaw.face) && (done.get(s.key)?.end ?? Infinity) <= flaw.at,
  );
  return laid.reduce<Step | null>(
    (last, s) => (!last || (done.get(s.key)?.end ?? 0) >= (done.get(last.key)?.end ?? 0) ? s : last),
    null,
  );
}

/** Steps that mend one flaw, in order; none where the next coat takes it along. */
function remedy(
  flaw: Flaw,
  coat: Step | null,
  primer: Product | null,
  coatComes: boolean,
  skips: ReadonlySet<string>,
): Step[] {
  const facts = DEFECTS[flaw.defect];
  const kinds = facts.steps.filter(
    (k) => (k !== 'coat' || (coat && !(coatComes && facts.nextCoatServes))) && (k !== 'prime' || primer),
  );
  const steps: Step[] = [];
  for (const kind of kinds) {
    const last = steps.at(-1);
    const laysPaint = kind === 'coat' || kind === 'prime';
    const ready = facts.waitFor && coat && !last ? filmReady(coat, facts.waitFor) : null;
    const primed = last?.kind === 'coat' ? filmReady(last, 'recoat') : null;
    steps.push({
      key: `${KEY}.${flaw.id}.${steps.length}`,
      kind: laysPaint ? 'coat' : kind === 'sand' ? 'sand' : 'prep',
      prep: kind === 'clean' ? 'clean' : kind === 'free' ? 'scrape' : null,
      face: flaw.face,
      product: kind === 'coat' ? (coat?.product ?? null) : kind === 'prime' ? primer : null,
      tool: laysPaint ? (kind === 'prime' ? 'brush-roller' : (coat?.tool ?? null)) : null,
      wet: 1,
      coat: laysPaint ? 1 : 0,
      of: laysPaint ? 1 : 0,
      grit: kind === 'sand' ? 320 : null,
      act: `${VERB[kind]}, ${flaw.face}: ${facts.seen.toLowerCase()}`,
      how: facts.remedy,
      setupMinutes: kind === 'coat' ? (coat?.setupMinutes ?? 5) : 3,
      minutesPerPiece: kind === 'coat' ? (coat?.minutesPerPiece ?? facts.minutes) : facts.minutes,
      after: [
        ...(last ? [plain(last.key)] : coat ? [plain(coat.key, facts.waitMinutes)] : []),
        ...(ready ? [ready] : []),
        ...(primed ? [primed] : []),
      ],
      skips,
    });
  }
  for (const step of steps) step.mends = { flaw: flaw.id, of: steps.length };
  return steps;
}

/** The step before which a flaw is mended: the first that its piece had not finished when it was seen. */
const standsBefore = (state: JobState, own: readonly Step[], flaw: Flaw): Step | undefined => {
  const { done } = pieceState(state, flaw.piece);
  return own.find((s) => (done.get(s.key)?.end ?? Infinity) > flaw.at);
};

/**
 * The route with what flaws ask for. What was done for one stays in it; nothing more is asked for once the flaw is left as
 * it is or taken back, or the piece hangs, where it is a touch-up.
 * @param pieces ids of all pieces of the job: those of other pieces skip the steps
 */
export function withRework(route: readonly Step[], state: JobState, pieces: readonly string[]): Step[] {
  let out = [...route];
  const primer = route.find((s) => s.product?.kind === 'primer')?.product ?? null;
  for (const flaw of [...state.flaws.values(), ...state.takenBackFlaws.values()]) {
    const { done, hungIn } = pieceState(state, flaw.piece);
    const over = flaw.accepted !== null || hungIn !== null || !state.flaws.has(flaw.id);
    const own = out.filter((s) => gets(s, flaw.piece));
    const next = standsBefore(state, own, flaw);
    if (!next) continue;
    const coat = coatUnder(state, own, flaw);
    const at = out.indexOf(next);
    const comes = out
      .slice(at)
      .some(
        (s) =>
          s.kind === 'coat' &&
          gets(s, flaw.piece) &&
          facesOf(s).includes(flaw.face) &&
          (done.get(s.key)?.end ?? Infinity) > flaw.at,
      );
    const skips = new Set(pieces.filter((p) => p !== flaw.piece));
    const steps = remedy(flaw, coat, primer, comes, skips).filter((s) => !over || done.has(s.key));
    const last = steps.at(-1);
    if (!last) continue;
    const again = steps.findLast((s) => s.product === coat?.product && s.kind === 'coat');
    out = [
      ...out.slice(0, at),
      ...steps,
      ...out.slice(at).map((step, i) => {
        const waits = again
          ? step.after.flatMap((r) =>
              r.step === coat?.key && r.film ? [{ ...r, step: again.key, max: null }] : [],
            )
          : [];
        const after = [...(i === 0 ? [plain(last.key)] : []), ...waits];
        return after.length ? { ...step, after: [...step.after, ...after] } : step;
      }),
    ];
  }
  return out;
}

/** Flaws that are neither mended nor left as they are, by piece. */
export function openFlaws(state: JobState, route: readonly Step[]): Map<string, Flaw[]> {
  const out = new Map<string, Flaw[]>();
  for (const flaw of state.flaws.values()) {
    if (flaw.accepted !== null) continue;
    const { done } = pieceState(state, flaw.piece);
    const steps = route.filter((s) => s.mends?.flaw === flaw.id);
    const mended = steps.length
      ? steps.filter((s) => done.has(s.key)).length === steps[0]?.mends?.of
      : route.some(
          (s) =>
            s.kind === 'coat' && facesOf(s).includes(flaw.face) && (done.get(s.key)?.start ?? 0) >= flaw.at,
        );
    if (!mended) out.set(flaw.piece, [...(out.get(flaw.piece) ?? []), flaw]);
  }
  return out;
}
