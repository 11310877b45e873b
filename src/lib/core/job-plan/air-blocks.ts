/** Where the air forbids coats for days: what it forbids, from when to when, and why. */
import { MINUTE } from '$core/units/durations';
import { judgeAir } from '../air/humid-air';
import type { Product } from '../coating/system';
import { stepFor, type Climate } from '../drying/climate';
import { hoursToCoat } from '../planning/job/coating-air';
import type { Measures } from '../units/measures';
import type { PlanInputs } from './inputs';
import { routeNow, siteNow } from './job-at';

/** Nights and single days are what a plan goes round anyway, min. Our choice. */
const LONG = 36 * 60;

export interface AirBlock {
  products: string[];
  where: 'pieces' | 'site';
  /** ms since 1970; `to` null: as far as the plan looks */
  from: number;
  to: number | null;
  /** what the best hour of it lacks */
  reasons: string[];
}

/** What the best hour of a stretch lacks: the warmest of those that lack least. */
function lacking(
  { start, step, air }: Climate,
  limits: Product['limits'],
  from: number,
  to: number,
  measures: Measures,
) {
  let best: { reasons: string[]; celsius: number } | null = null;
  for (let at = from; at < to; at += step * MINUTE) {
    const hour = air[stepFor({ step, air }, Math.max(0, Math.floor((at - start) / (step * MINUTE))))];
    if (!hour) continue;
    const { reasons } = judgeAir(hour, limits, measures);
    const isBetter =
      !best ||
      reasons.length < best.reasons.length ||
      (reasons.length === best.reasons.length && hour.celsius > best.celsius);
    if (isBetter) best = { reasons, celsius: hour.celsius };
  }
  return best?.reasons ?? [];
}

/** Stretches that follow each other within hours are one: nobody paints a kitchen between them. */
function joined(blocks: readonly AirBlock[]): AirBlock[] {
  const out: AirBlock[] = [];
  for (const block of blocks) {
    const before = out.findLast(
      (b) => b.where === block.where && b.products.join() === block.products.join(),
    );
    if (before?.to != null && block.from - before.to < LONG * MINUTE) before.to = block.to;
    else out.push({ ...block });
  }
  return out;
}

/**
 * @param from the moment from which it is looked at, ms since 1970
 * @param to where that ends: the plan's end, or as far as it looks
 * @returns stretches of a day and a half or more, the first one first; what several products lack alike is one
 */
export function airBlocks(
  inputs: PlanInputs,
  from: number,
  to: number,
  measures: Measures = 'metric',
): AirBlock[] {
  const { air, houseAir } = inputs;
  if (!air || to <= from) return [];
  const horizon = Math.ceil((to - from) / MINUTE);
  const blocks: AirBlock[] = [];
  const look = (products: readonly (Product | null)[], climate: Climate, where: AirBlock['where']): void => {
    const own = [...new Map(products.flatMap((p) => (p ? [[p.key, p] as const] : []))).values()];
    for (const product of own) {
      const open = hoursToCoat(climate, product.limits, from, horizon);
      const edges = [0, ...open.flat(), horizon];
      for (let i = 0; i < edges.length; i += 2) {
        const [a = 0, b = 0] = [edges[i], edges[i + 1]];
        if (b - a < LONG) continue;
        const begins = from + a * MINUTE;
        const ends = b >= horizon ? null : from + b * MINUTE;
        const reasons = lacking(climate, product.limits, begins, from + b * MINUTE, measures);
        const like = blocks.find(
          (k) =>
            k.where === where && k.from === begins && k.to === ends && k.reasons.join() === reasons.join(),
        );
        if (like) like.products.push(product.name);
        else blocks.push({ products: [product.name], where, from: begins, to: ends, reasons });
      }
    }
  };
  look(
    routeNow(inputs).map((s) => s.product),
    air.climate,
    'pieces',
  );
  look(
    siteNow(inputs).map((s) => s.product),
    (houseAir ?? air).climate,
    'site',
  );
  return joined(blocks.sort((a, b) => a.from - b.from));
}
