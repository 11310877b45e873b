/** What the gun, the tray or the brush holds now. */
import { z } from 'zod';
import { factKind, nothingAgainst } from '../kind';

export const paintLoaded = factKind({
  schema: z.object({
    kind: z.literal('paint.loaded'),
    product: z.string().min(1).max(80),
    /** in words; empty for what has no colour */
    colour: z.string().trim().max(60).default(''),
    /** number on the can; not given where nobody wrote it down */
    batch: z.string().trim().max(40).optional(),
    /** what holds it: the gun of the pieces, or what lays paint on the wall */
    of: z.enum(['pieces', 'wall']).optional(),
  }),
  rank: 90,
  fromForm: (form) => {
    // One choice on the page names both: the product, a blank, the colour.
    const [product = '', ...colour] = form.text('paint').split(' ');
    const of = form.text('of');
    const batch = form.text('batch');
    return {
      product,
      colour: colour.join(' '),
      ...(of ? { of } : {}),
      ...(batch ? { batch } : {}),
    };
  },
  apply: (state, { at }, { product, colour, batch, of }) => {
    if (of !== 'wall' && batch) state.cansLoaded.push({ product, batch, at });
    state.loaded[of ?? 'pieces'] = { product, colour, at };
  },
  refuse: nothingAgainst,
  say: ({ product, colour, batch }, { route }) => {
    const name = route.find((s) => s.product?.key === product)?.product?.name ?? product;
    return `Loaded ${name}${colour ? `, ${colour}` : ''}${batch ? `, batch ${batch}` : ''}`;
  },
});
