/** A can of paint is kept for touch-ups. */
import { z } from 'zod';
import { factKind, nothingAgainst } from '../kind';
import { place } from '../parts';

const ml = z.number('Write how many millilitres').min(0).max(200_000);

export const canKept = factKind({
  schema: z.object({
    kind: z.literal('can.kept'),
    product: z.string().min(1).max(80),
    /** empty for what has no colour */
    colour: z.string().max(80).default(''),
    batch: z.string().trim().max(40).default(''),
    ml,
    place,
    opened: z.iso.date('Write the day as 2026-03-09'),
    useBy: z.iso.date('Write the day as 2026-03-09'),
  }),
  rank: 242,
  fromForm: (form) => ({
    product: form.text('product'),
    colour: form.text('colour'),
    batch: form.text('batch'),
    ml: form.number('ml'),
    place: form.text('place'),
    opened: form.text('opened'),
    useBy: form.text('useBy'),
  }),
  apply: (state, { id, at }, { kind: _, ...can }) => {
    state.cans.set(id, { id, at, ...can, keptMl: can.ml, gone: null, moves: [] });
  },
  refuse: nothingAgainst,
  say: ({ ml: volume, place: where }) => `Kept ${Math.round(volume)} mL: ${where}`,
});
