/** What a fact names. */
import { isFixedId } from '../../kitchen/fixed-parts';
import { SITE } from '../../takeoff/site-route';
import type { FactBody } from './events';

/** What it was done on or seen on: ids of pieces or of parts of the fixed work, or `SITE`; null for a fact that names nothing of the kind. */
export const targetsIn = (body: FactBody): readonly string[] | null =>
  'pieces' in body ? body.pieces : 'piece' in body && body.piece ? [body.piece] : null;

/** Ids of the pieces that it names. */
export const piecesIn = (body: FactBody): readonly string[] =>
  (targetsIn(body) ?? []).filter((target) => target !== SITE && !isFixedId(target));
