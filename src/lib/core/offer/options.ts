/** What can be offered beside a job: each as the choice and the survey would then be, so that hours, paint and days can be worked out. */
import { frozen } from '../frozen';
import type { Proposal } from '../coating/proposal';
import { canHinge } from '../kitchen/kitchen';
import type { Condition } from '../kitchen/condition';
import type { Choice } from '../planning/job/choice';
import { count } from './count';
import { hasOpenGrain, type OfferedKitchen } from './scope';

export const OPTIONS = frozen(['insides', 'grain', 'glaze', 'coat', 'handles', 'quicker'] as const);
type OptionKey = (typeof OPTIONS)[number];

export interface PossibleOption {
  key: OptionKey;
  /** as the customer reads it */
  words: string;
  /** the choice as it would be */
  choice: Choice;
  /** of pieces whose condition would be another, by their place in the list */
  changes: (condition: Condition, index: number) => Partial<Condition>;
  /** in warmer and drier air, where the place can be heated */
  warm: boolean;
}

const OWN = 'own ';
/** The key of an option that the office typed itself. */
export const ownKey = (i: number): string => `${OWN}${i + 1}`;
export const isOwn = (key: string): boolean => key.startsWith(OWN);

interface OptionGround {
  pieces: readonly (OfferedKitchen['pieces'][number] & { condition: Condition })[];
  choice: Choice;
  /** systems as they suit the kitchen, the best first */
  proposals: readonly Proposal[];
  /** whether its place can be heated through the night */
  canWarm: boolean;
}

const nothing = (): Partial<Condition> => ({});

/** @returns what this kitchen can be offered, each once */
export function possibleOptions({ pieces, choice, proposals, canWarm }: OptionGround): PossibleOption[] {
  const out: PossibleOption[] = [];
  const add = (key: OptionKey, words: string, change: Partial<PossibleOption> = {}): void => {
    out.push({ key, words, choice, changes: nothing, warm: false, ...change });
  };
  const outside = pieces.filter((p) => canHinge(p.form) && !p.condition.inside).length;
  if (outside)
    add('insides', `Insides of the cabinets behind ${count(outside, 'door')}`, {
      changes: (_, i) => {
        const piece = pieces[i];
        return piece && canHinge(piece.form) ? { inside: true } : {};
      },
    });
  if (choice.schools.grain === 'leave' && hasOpenGrain(pieces))
    add('grain', 'Open grain filled on the fronts: smooth, the wood no longer to be seen', {
      choice: { ...choice, schools: { ...choice.schools, grain: 'fill' } },
    });
  const glazed = ({ products, layers }: Choice['system']): boolean =>
    products.some((p) => p.kind === 'glaze' && layers.some((l) => l.product === p.key));
  const glaze = glazed(choice.system)
    ? undefined
    : proposals.find(({ system, stops }) => stops.length === 0 && glazed(system));
  if (glaze)
    add('glaze', `A wiped glaze: ${glaze.system.name}`, {
      choice: { ...choice, system: glaze.system, counts: glaze.counts, tool: glaze.tool },
    });
  const top = choice.system.layers.length - 1;
  const product = choice.system.products.find((p) => p.key === choice.system.layers[top]?.product);
  const front = choice.counts[top]?.front ?? 0;
  if (product && front > 0 && front < MOST_COATS)
    add('coat', `One more coat on the fronts: ${front + 1} of ${product.name}`, {
      choice: {
        ...choice,
        counts: choice.counts.map((c, i) => (i === top ? { ...c, front: front + 1 } : c)),
      },
    });
  const kept = pieces.filter(
    (p) => p.condition.handles === 'keep' || p.condition.handles === 'change',
  ).length;
  if (kept)
    add('handles', `New handles on ${count(kept, 'piece')}: old holes filled, new ones drilled`, {
      changes: ({ handles }) => (handles === 'keep' || handles === 'change' ? { handles: 'drill' } : {}),
    });
  const rackSlots = Math.min(500, Math.ceil((choice.rackSlots * 1.5) / 6) * 6);
  add('quicker', `Quicker: a rack of ${rackSlots} slots${canWarm ? ', heated through the night' : ''}`, {
    choice: { ...choice, rackSlots },
    warm: canWarm,
  });
  return out;
}

/** Coats of one layer that a choice may have. */
const MOST_COATS = 4;
