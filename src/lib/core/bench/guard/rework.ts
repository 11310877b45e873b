/** Flaws that were pointed at become steps of their piece alone, before whatever it would have had next. */
import { frozen } from '../../frozen';
import { facesOf, gets, plain, type Requirement, type Step } from '../../coating/route';
import type { PrepKind, Product, Stage } from '../../coating/system';
import { BONDING_PRIMER, SHELLAC_PRIMER } from '../../coating/systems/products';
import { isFixedId } from '../../kitchen/fixed-parts';
import { DEFECTS, type RemedyStep } from '../../quality/defects';
import { pieceState, type Flaw, type JobState } from '../state/state';

const KEY = 'rework';
/** Whether a step mends a flaw. @param step its key */
export const isRework = (step: string): boolean => step.startsWith(`${KEY}.`);
const VERB: Record<RemedyStep, string> = frozen({
  clean: 'Clean and wipe again',
  sand: 'Sand out',
  spot: 'Spot-prime',
  block: 'Block the stain',
  barrier: 'Lay a barrier',
  mist: 'Mist coat',
  coat: 'Coat again',
  free: 'Cut free',
  fill: 'Fill again',
  caulk: 'Caulk',
  adjust: 'Adjust the hinges',
});
const PREP: Partial<Record<RemedyStep, PrepKind>> = frozen({
  clean: 'clean',
  free: 'scrape',
  fill: 'fill',
  caulk: 'caulk',
});
/** Minutes that a remedy step wants before what follows it. */
const DRIES: Partial<Record<RemedyStep, number>> = frozen({ clean: 60, fill: 120, caulk: 20 });
/** A mist coat over the right one. From memory. */
const MIST = 0.3;

/** The product that stops what went wrong: of the piece's own route where it has one, else one of the library. */
function productFor(kind: RemedyStep, own: readonly Step[], coat: Step | null): Product | null {
  const laid = own.flatMap((s) => (s.product && !s.mends ? [s.product] : []));
  const primers = laid.filter((p) => p.kind === 'primer');
  switch (kind) {
    case 'coat':
    case 'mist':
      return coat?.product ?? null;
    case 'block':
      return (
        primers.find((p) => p.base === 'alcohol') ??
        primers.find((p) => p.base === 'solvent') ??
        SHELLAC_PRIMER
      );
    case 'barrier':
      // What carries no solvent does not lift the film again.
      return primers.find((p) => p.base === 'water') ?? BONDING_PRIMER;
    case 'spot':
      return primers[0] ?? laid.find((p) => p.kind === 'finish') ?? coat?.product ?? null;
    case 'clean':
    case 'sand':
    case 'free':
    case 'fill':
    case 'caulk':
    case 'adjust':
      return null;
  }
}

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

/**
 * Steps that mend one flaw, in order; none where the next coat takes it along.
 * @param own the route of what it is on
 * @param where it is, in words
 */
export function remedy(
  flaw: Flaw,
  coat: Step | null,
  own: readonly Step[],
  coatComes: boolean,
  where: string,
): Step[] {
  const facts = DEFECTS[flaw.defect];
  const kinds = facts.steps.filter(
    (k) => !((k === 'coat' || k === 'mist') && (!coat || (coatComes && facts.nextCoatServes))),
  );
  const steps: Step[] = [];
  let dries = 0;
  for (const kind of kinds) {
    const last = steps.at(-1);
    const product = productFor(kind, own, coat);
    const ready = facts.waitFor && coat && !last ? filmReady(coat, facts.waitFor) : null;
    const film = steps.findLast((s) => s.product);
    const primed = film && last === film ? filmReady(film, 'recoat') : null;
    const again = product !== null && product === coat?.product;
    const known = product === null || own.some((s) => s.product?.key === product.key);
    steps.push({
      key: `${KEY}.${flaw.id}.${steps.length}`,
      kind: product ? 'coat' : kind === 'sand' ? 'sand' : 'prep',
      prep: PREP[kind] ?? null,
      face: flaw.face,
      product,
      tool: product ? (again ? (coat?.tool ?? null) : 'brush-roller') : null,
      wet: kind === 'mist' ? MIST : 1,
      coat: product ? 1 : 0,
      of: product ? 1 : 0,
      grit: kind === 'sand' ? 320 : null,
      act: `${VERB[kind]}${product && !again ? ` with ${product.name}` : ''}, ${where}: ${facts.seen.toLowerCase()}`,
      how: known
        ? facts.remedy
        : `${facts.remedy} ${product.name} is not in this system: it is on the shopping list.`,
      setupMinutes: again ? (coat?.setupMinutes ?? 5) : 3,
      minutesPerPiece: again ? (coat?.minutesPerPiece ?? facts.minutes) : facts.minutes,
      after: [
        ...(last ? [plain(last.key, dries)] : coat ? [plain(coat.key, facts.waitMinutes)] : []),
        ...(ready ? [ready] : []),
        ...(primed ? [primed] : []),
      ],
    });
    dries = DRIES[kind] ?? 0;
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
  for (const flaw of [...state.flaws.values(), ...state.takenBackFlaws.values()]) {
    if (isFixedId(flaw.piece)) continue;
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
    const steps = remedy(flaw, coat, own, comes, flaw.face)
      .map((s) => ({ ...s, skips }))
      .filter((s) => !over || done.has(s.key));
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
