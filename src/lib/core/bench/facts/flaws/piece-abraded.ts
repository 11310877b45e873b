/** Pieces, or what stays in the kitchen, were scuffed or scored after their window closed: the next step may be done. */
import { z } from 'zod';
import { judgeMadeReady } from '../../guard/made-ready';
import { factKind } from '../kind';
import { madeReady, madeReadyFrom, makeReady, sayMadeReady } from './made-ready';

export const pieceAbraded = factKind({
  schema: z.object({ kind: z.literal('piece.abraded'), ...madeReady }),
  rank: 100,
  fromForm: madeReadyFrom,
  apply: (state, { at }, body) => makeReady(state, body, 'abraded', at),
  refuse: (body, at, ctx) => judgeMadeReady(ctx, body, 'abraded', at),
  say: (body, context) => `Scuffed: ${sayMadeReady(context, body)}`,
});
