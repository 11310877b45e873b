/** What an offer holds and what it does not, in words, from the survey and what is chosen: to be read over and changed by hand. */
import { frozen } from '../frozen';
import type { System } from '../coating/system';
import { FIXED_WORDS, type FixedKind } from '../kitchen/fixed-work';
import type { Condition } from '../kitchen/condition';
import { FORM_WORDS, type Form } from '../kitchen/kitchen';
import { count } from './count';
import type { Choice } from '../planning/job/choice';

export interface OfferedKitchen {
  pieces: readonly {
    form: Form;
    zoneId: string;
    condition: Pick<Condition, 'inside' | 'faces' | 'handles' | 'wood' | 'box'>;
  }[];
  zones: readonly { id: string; name: string; colour: string; sheen: string }[];
  /** kinds of fixed work that are coated; empty where none is */
  fixed: readonly FixedKind[];
  choice: Pick<Choice, 'counts' | 'schools' | 'visits' | 'place'>;
  system: Pick<System, 'name' | 'layers' | 'products'>;
}

const plural = (form: Form, n: number): string =>
  `${n} ${n === 1 ? FORM_WORDS[form] : form === 'shelf' ? 'shelves' : `${FORM_WORDS[form]}s`}`;

function formsOf(pieces: OfferedKitchen['pieces']): string {
  const counts = new Map<Form, number>();
  for (const p of pieces) counts.set(p.form, (counts.get(p.form) ?? 0) + 1);
  return [...counts].map(([form, n]) => plural(form, n)).join(', ');
}

const coats = (n: number): string => count(n, 'coat');

/** Woods whose grain shows through paint that does not fill it. */
const OPEN: readonly Condition['wood'][] = frozen(['oak', 'ash']);
export const hasOpenGrain = (pieces: OfferedKitchen['pieces']): boolean =>
  pieces.some((p) => OPEN.includes(p.condition.wood));

export function scopeOf({ pieces, zones, fixed, choice, system }: OfferedKitchen): string[] {
  const layers = system.layers.flatMap(({ product }, i) => {
    const { back, front } = choice.counts[i] ?? { back: 0, front: 0 };
    const name = system.products.find((p) => p.key === product)?.name;
    if (!name || Math.max(back, front) === 0) return [];
    const same = back === front ? `${coats(front)} of ${name}, both sides` : null;
    return [same ?? `${name}: ${coats(front)} on fronts, ${back === 0 ? 'none' : coats(back)} on backs`];
  });
  const drilled = pieces.filter((p) => p.condition.handles === 'drill').length;
  const boxes = pieces.filter((p) => p.condition.box).length;
  return [
    ...zones.flatMap((z) => {
      const own = pieces.filter((p) => p.zoneId === z.id);
      return own.length ? [`${formsOf(own)} in ${z.colour}${z.sheen ? `, ${z.sheen}` : ''} (${z.name})`] : [];
    }),
    `Coated with: ${system.name}`,
    ...layers,
    ...(fixed.length ? [`In the kitchen: ${fixed.map((kind) => FIXED_WORDS[kind]).join(', ')}`] : []),
    ...(choice.schools.grain === 'fill' ? ['Open grain filled on the fronts'] : []),
    ...(drilled ? [`Handle holes filled and new ones drilled on ${count(drilled, 'piece')}`] : []),
    ...(boxes ? [`Drawer boxes coated, ${boxes}`] : []),
    choice.place === 'house'
      ? 'Pieces labelled, taken down, coated in the house, hung and adjusted'
      : `Pieces labelled, taken down, carried to our ${choice.place} and back, hung and adjusted`,
    'Floors and worktops covered; everything cleared away at the end; a walk through the finished kitchen with you',
  ];
}

export function notIncludedOf({ pieces, fixed, choice }: OfferedKitchen): string[] {
  const frontOnly = pieces.filter((p) => p.condition.faces === 'front').length;
  const changed = pieces.some((p) => p.condition.handles === 'change' || p.condition.handles === 'drill');
  return [
    ...(fixed.includes('inside') ? [] : ['Insides of the cabinets']),
    ...(pieces.some((p) => p.form === 'shelf') ? [] : ['Shelves']),
    ...(fixed.length ? [] : ['What stays on the wall: face frames, end panels, mouldings']),
    ...(frontOnly ? [`Backs of ${count(frontOnly, 'piece')}`] : []),
    ...(choice.schools.grain === 'leave' && hasOpenGrain(pieces)
      ? ['Filling of open grain: the wood stays to be seen']
      : []),
    changed ? 'The new handles themselves' : 'New handles',
    'Repairs of walls, worktops and cabinets, plumbing and electrical work',
  ];
}
