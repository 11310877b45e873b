/** Pieces, or what stays in the kitchen, stood for days and were wiped: they may be coated. */
import { z } from 'zod';
import { judgeMadeReady } from '../../guard/made-ready';
import { factKind } from '../kind';
import { madeReady, madeReadyFrom, makeReady, sayMadeReady } from './made-ready';

export const pieceWiped = factKind({
  schema: z.object({ kind: z.literal('piece.wiped'), ...madeReady }),
  rank: 102,
  fromForm: madeReadyFrom,
  apply: (state, { at }, body) => makeReady(state, body, 'wiped', at),
  refuse: (body, at, ctx) => judgeMadeReady(ctx, body, 'wiped', at),
  say: (body, context) => `Wiped the dust off: ${sayMadeReady(context, body)}`,
});
