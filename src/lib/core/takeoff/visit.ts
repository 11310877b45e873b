/** A visit to the house as part of a step in the kitchen: for which pieces it is, and what must be done to them before. */
import { frozen } from '../frozen';
import type { Product, Stage } from '../coating/system';

export const VISIT_KINDS = frozen(['arrive', 'down', 'out', 'back', 'handles', 'collect', 'walk'] as const);
export type VisitKind = (typeof VISIT_KINDS)[number];

export const VISIT_NAMES: Readonly<Record<VisitKind, string>> = frozen({
  arrive: 'Arriving and protecting',
  down: 'Labelling and taking down',
  out: 'Carrying to where it is coated',
  back: 'Carrying home',
  handles: 'Fitting handles',
  collect: 'Collecting protection and bins',
  walk: 'The walk with the owner',
});

/** What must be done to pieces, and how old its film must be, before a visit. */
export interface PieceNeed {
  /** step of the pieces' route */
  step: string;
  film: Product | null;
  stage: Stage | null;
  wet: number;
  /** minutes after its end; of a film by its sheet */
  min: number;
  pieces: string[];
}

export interface Visit {
  kind: VisitKind;
  /** what is done, its lot left out */
  act: string;
  /** the lot it is for; null: the whole kitchen */
  lot: string | null;
  pieces: string[];
  /** none of it begins before these are done to its pieces */
  needs: PieceNeed[];
}
