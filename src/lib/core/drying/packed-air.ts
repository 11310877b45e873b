/** The air of a place as data, with what was learnt there. */
import { MINUTE } from '$core/units/durations';
import { z } from 'zod';
import type { Climate } from './climate';

const hourSchema = z.object({ celsius: z.number(), humidity: z.number(), wind: z.number() });
const climateSchema = z.object({
  start: z.number(),
  step: z.number().positive(),
  air: z.array(hourSchema).readonly(),
});
const packedAirSchema = z.object({
  climate: climateSchema,
  /** learnt at the place, by product */
  multipliers: z.array(z.tuple([z.string(), z.number()])),
});
export type PackedAir = z.infer<typeof packedAirSchema>;

/** @throws Error where the text is no packed air */
export const readPackedAir = (text: string): PackedAir => packedAirSchema.parse(JSON.parse(text));

/** A millionth of a degree moves no film by a millisecond that anyone waits for. */
const fine = (n: number): number => Math.round(n * 1e6) / 1e6;

/**
 * The part of a climate that is needed, in figures no longer than they need be.
 * @param from first moment, ms since 1970
 * @param to last moment
 */
export function cutClimate({ start, step, air }: Climate, from: number, to: number): Climate {
  const first = Math.min(air.length, Math.max(0, Math.floor((from - start) / (step * MINUTE))));
  const end = Math.max(first, Math.ceil((to - start) / (step * MINUTE)));
  return {
    start: start + first * step * MINUTE,
    step,
    air: air
      .slice(first, end)
      .map((a) => ({ celsius: fine(a.celsius), humidity: fine(a.humidity), wind: fine(a.wind) })),
  };
}
