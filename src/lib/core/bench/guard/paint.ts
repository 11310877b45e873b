/** What forbids laying a product: the gun and its colour, the cup, its pot life, the air and the surface. */
import { MINUTE } from '$core/units/durations';
import { judgeAir } from '../../air/humid-air';
import type { Product } from '../../coating/system';
import type { Tool } from '../../coating/tool';
import type { Loaded } from '../state/state';
import { freshAir } from './fresh-air';
import type { Context } from './context';
import { cupsOf, isUsable } from './cups';
import { refuse, refusalsOf, type Refusal } from './refusal';

/** A coat that is to be laid, on pieces or on the wall. */
export interface Laying {
  act: string;
  product: Product | null;
  tool: Tool | null;
  /** how long it takes */
  minutes: number;
  /** what it is laid in; several, or none, where that is so */
  colours: readonly string[];
  /** where it is laid; null where nobody knows */
  place: string | null;
  /** what the gun, the tray or the brush there was said to hold */
  gun: Loaded | null;
  /** the product that was laid last there, and when */
  lastProduct: { product: string; at: number } | null;
  /** pieces that are done within so many minutes, of how many; null where it is not counted in pieces */
  fits: ((minutes: number) => number) | null;
  of: number;
  /** what it is laid on, in words */
  whose: string;
}

const isColoured = (product: Product): boolean => product.kind === 'finish' || product.kind === 'glaze';

/** What is in the gun against what is to be laid. A rag holds what it was dipped into. */
function judgeGun(ctx: Context, laying: Laying, product: Product): Refusal | null {
  const colours = new Set(isColoured(product) ? laying.colours : []);
  if (colours.size > 1)
    return refuse(
      'wrong-colour',
      `These pieces take ${[...colours].join(' and ')}. Coat one colour at a time.`,
      false,
    );
  if (laying.tool === 'rag') return null;
  const { gun, lastProduct } = laying;
  const [colour] = colours;
  const isOld =
    gun !== null && lastProduct !== null && lastProduct.at > gun.at && lastProduct.product !== gun.product;
  // What was laid since it was said tells that it was changed, and not to what.
  if (gun === null || isOld) {
    const changes = lastProduct?.product !== product.key;
    return colour !== undefined && changes && ctx.manyColours()
      ? refuse(
          'gun-unknown',
          `Nobody said what is in the gun since ${product.name} was last laid. Look, and say that it holds ${colour}.`,
        )
      : null;
  }
  if (gun.product !== product.key)
    return refuse(
      'wrong-colour',
      `The gun holds another product${gun.colour ? `, ${gun.colour}` : ''}. “${laying.act}” takes ${product.name}. Change over, and say so.`,
      true,
    );
  return colour !== undefined && gun.colour && gun.colour !== colour
    ? refuse(
        'wrong-colour',
        `The gun holds ${gun.colour}. ${laying.whose} takes ${colour}. Change over, and say so.`,
        true,
      )
    : null;
}

/** The cups of a two-part product: whether one may be used, and whether they last. */
function judgeMix({ state, sayTime }: Context, laying: Laying, product: Product, at: number): Refusal | null {
  const { mix } = product;
  if (!mix) return null;
  const cups = cupsOf(state, product, at);
  const cup = cups.at(-1);
  // A one-pack that is thinned may be mixed; a hardener must be.
  if (!cup)
    return mix.b > 0
      ? refuse(
          'mix',
          `No cup of ${product.name} is recorded. Mix one and record it: its pot life counts from then.`,
          true,
        )
      : null;
  const ready = cups.filter((m) => isUsable(m, at));
  if (!ready.length)
    return cup.readyAt > at
      ? refuse('mix', `Batch ${cup.batch} is left to react until ${sayTime(cup.readyAt)}.`, true, cup.readyAt)
      : refuse(
          'mix',
          `Batch ${cup.batch} was past its pot life ${sayTime(cup.useBy ?? at)}. Pour it out as the sheet says and mix another.`,
          true,
        );
  // One cup after another, as far as each is ready when the one before it ends.
  let lasts = at;
  for (;;) {
    const next = Math.max(...cups.flatMap((m) => (m.readyAt <= lasts ? [m.useBy ?? Infinity] : [])));
    if (!(next > lasts)) break;
    lasts = next;
    if (lasts >= at + laying.minutes * MINUTE) return null;
  }
  const left = Math.floor((lasts - at) / MINUTE);
  const fits = laying.fits?.(left);
  const again = sayTime(lasts - mix.induction.value * MINUTE);
  return refuse(
    'pot-life',
    `The cup lasts until ${sayTime(lasts)}, and “${laying.act}” takes ${laying.minutes} min. ${
      fits === undefined ? '' : `${fits} of ${laying.of} pieces fit: start those. Or `
    }${fits === undefined ? 'M' : 'm'}ix again by ${again}, so that the next one has stood when this one ends.`,
  );
}

/** The air where it is laid, as it was read lately, else as it is forecast there. */
function judgeAirFor(ctx: Context, laying: Laying, product: Product, at: number): Refusal | null {
  const { place } = laying;
  const fresh = freshAir(ctx.state, at);
  const named = (name: string): string => name.trim().toLowerCase();
  // A reading of another place says nothing of this one.
  const here = fresh.find((a) => place === null || named(a.place) === named(place));
  const coming = here || place === null ? null : ctx.forecast(place, at);
  const reading = here ?? coming;
  if (!reading) return null;
  const verdict = judgeAir(reading, product.limits, ctx.measures);
  if (verdict.coat) return null;
  const where = here ? here.place : place;
  return refuse(
    'air',
    `Air in the ${where}${here ? '' : ', by the forecast, as nobody read it lately'}: ${verdict.reasons.join('; ')}. Do not coat.`,
  );
}

/** @returns all that forbids it; empty where nothing is laid */
export function judgePaint(ctx: Context, laying: Laying, at: number): Refusal[] {
  const { product } = laying;
  if (!product) return [];
  return refusalsOf(
    judgeGun(ctx, laying, product),
    judgeMix(ctx, laying, product, at),
    judgeAirFor(ctx, laying, product, at),
  );
}
