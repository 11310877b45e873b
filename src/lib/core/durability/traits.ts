/** What a piece and its kitchen are known by, for comparing. Each trait and value is in words. */
import { frozen } from '../frozen';
import { gets, type Step } from '../coating/route';
import type { Condition } from '../kitchen/condition';
import { PLACE_WORDS, type KitchenPlace } from '../kitchen/kitchen-places';
import { FORM_WORDS, type Form } from '../kitchen/kitchen';
import { pieceState, type Air, type JobState } from '../bench/state/state';

/** Traits that groups can be made by, with their names. Those that hold for a whole kitchen are marked. */
export const TRAITS = frozen({
  system: 'System',
  product: 'Finish product',
  gloss: 'Breaking the gloss',
  wood: 'Wood',
  oldFinish: 'Old finish',
  place: 'Place in the kitchen',
  form: 'Kind of front',
  grease: 'Grease when surveyed',
  tool: 'Tool',
  turning: 'Way of turning',
  season: 'Season of the last coat',
  film: 'Fullness of coats',
  order: 'Order of cleaning and sanding',
  stand: 'Company’s days on the rack',
  cold: 'Air at the coats',
  early: 'Film when hung',
  late: 'Recoat window',
  overruled: 'Rules overruled at the bench',
} as const);
export type Trait = keyof typeof TRAITS;
export const TRAIT_KEYS = Object.keys(TRAITS) as Trait[];

const SEASONS = frozen(['winter', 'spring', 'summer', 'autumn'] as const);
/** The season of a month, 1 to 12, on the northern or southern half. */
export const seasonOf = (month: number, south = false): string =>
  SEASONS[(Math.floor((month % 12) / 3) + (south ? 2 : 0)) % 4] ?? 'winter';

/** Below this the air at a coat was cold, °C; above this humidity it was damp. From memory. */
const COLD = 15;
const DAMP = 0.75;
/** A reading speaks for a coat that was laid within so many hours of it. Our choice. */
const NEAR = 12 * 3_600_000;

/** What the readings say of the air at some coats. @param coats ms since 1970 */
export function airAt(readings: readonly Air[], coats: readonly number[]): string | null {
  const near = coats.flatMap((at) => {
    const best = readings.reduce<Air | null>(
      (b, r) => (Math.abs(r.at - at) <= NEAR && (!b || Math.abs(r.at - at) < Math.abs(b.at - at)) ? r : b),
      null,
    );
    return best ? [best] : [];
  });
  if (!near.length) return null;
  if (near.some((r) => r.celsius < COLD)) return 'cold, below 15 °C';
  return near.some((r) => r.humidity > DAMP) ? 'damp, above 75 %' : 'usual';
}

interface TraitPiece {
  id: string;
  form: Form;
  condition: Condition;
}

/** Traits that are a piece's own. */
export function pieceTraits(
  piece: TraitPiece,
  place: KitchenPlace,
  state: JobState,
  route: readonly Step[],
  readings: readonly Air[],
): Partial<Record<Trait, string>> {
  const { id, form, condition } = piece;
  const own = pieceState(state, id);
  const coats = route.filter((s) => s.kind === 'coat' && gets(s, id) && own.done.has(s.key));
  const ends = coats.map((s) => own.done.get(s.key)?.end ?? 0);
  const last = Math.max(0, ...ends);
  const hung = own.hangs[0] ?? null;
  const hangAfter = Math.max(0, ...coats.map((s) => s.product?.stages.hang?.value ?? 0));
  const overruled = new Set(
    [...own.done.values()].flatMap((d) => (state.works.get(d.work)?.overruled ?? []).map((o) => o.rule)),
  );
  const air = airAt(readings, ends);
  const finish = coats.findLast((s) => s.product?.kind === 'finish')?.product;
  return {
    ...(finish ? { product: finish.name } : {}),
    wood: condition.wood,
    oldFinish: condition.oldFinish,
    place: PLACE_WORDS[place],
    form: FORM_WORDS[form],
    grease: condition.grease >= 2 ? 'heavy' : 'little or none',
    ...(air ? { cold: air } : {}),
    ...(hung !== null && last > 0 && hangAfter > 0
      ? { early: hung - last < hangAfter * 60_000 ? 'younger than its sheet asks' : 'old enough' }
      : {}),
    late: overruled.has('too-late') ? 'missed and not scuffed' : 'kept',
    overruled: overruled.size ? 'some' : 'none',
  };
}

/** A label that can be shown for a trait. */
export const traitName = (trait: string): string => (trait in TRAITS ? TRAITS[trait as Trait] : trait);
