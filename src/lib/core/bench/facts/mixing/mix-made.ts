/** A cup was mixed: mL of base, hardener and thinner; it stands, then lives so many minutes. */
import { MINUTE } from '$core/units/durations';
import { z } from 'zod';
import type { Context } from '../../guard/context';
import { cures, hardenerFor } from '../../guard/cups';
import { refuse } from '../../guard/refusal';
import { factKind } from '../kind';

const millilitres = z
  .number('Write the volume as a number')
  .nonnegative('A volume is not below 0')
  .max(100_000);

/** The hardener that the product's sheet asks for, whatever the form was filled with. */
function judgeRatio(
  { route, site }: Context,
  { product: key, a, b }: { product: string; a: number; b: number },
) {
  const product = [...route, ...site].find((s) => s.product?.key === key)?.product;
  if (!product?.mix || cures(product.mix, { a, b })) return null;
  const wanted = Math.round(hardenerFor(product.mix, a));
  return refuse(
    'mix',
    `${Math.round(a)} mL of ${product.name} take ${wanted} mL of hardener; ${b > 0 ? `${Math.round(b)} mL are` : 'none is'} written down. ${
      b > wanted ? 'With too much of it the film turns brittle' : 'Without it the film never cures'
    }: put the cup right and record what is in it, or pour it out as the sheet says.`,
    false,
  );
}

export const mixMade = factKind({
  schema: z.object({
    kind: z.literal('mix.made'),
    product: z.string().min(1).max(80),
    batch: z.string().trim().min(1, 'Give the batch a number').max(40),
    a: millilitres,
    b: millilitres,
    thinner: millilitres,
    induction: z.number().int().nonnegative().max(1440),
    /** null: no end, a one-pack */
    potLife: z.number().int().positive().max(10_080).nullable(),
  }),
  rank: 80,
  fromForm: (form) => ({
    product: form.text('product'),
    batch: form.text('batch'),
    a: form.number('a'),
    b: form.number('b'),
    thinner: form.number('thinner'),
    induction: form.number('induction'),
    potLife: form.number('potLife') ?? null,
  }),
  apply: (state, { id, at, worker }, { product, batch, a, b, thinner, induction, potLife }) => {
    const readyAt = at + induction * MINUTE;
    const useBy = potLife === null ? null : at + potLife * MINUTE;
    state.mixes.push({ id, product, batch, a, b, thinner, at, worker, readyAt, useBy });
  },
  refuse: (body, _, ctx) =>
    ctx.state.mixes.some((m) => m.batch.toLowerCase() === body.batch.toLowerCase())
      ? refuse('done-already', `Batch ${body.batch} is mixed already. Give it another number.`)
      : judgeRatio(ctx, body),
  say: (body) => `Mixed batch ${body.batch}, ${Math.round(body.a + body.b + body.thinner)} mL`,
});
