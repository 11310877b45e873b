/** What a step is done on, as guards judge it: a piece, the fixed work, or a piece that is touched up where it hangs. */
import { SITE, type SiteStep } from '../../takeoff/site-route';
import type { Step } from '../../coating/route';
import { doneInKitchen, pieceState } from '../state/state';
import type { Context } from './context';
import { siteHandledAt } from './kitchen-work';
import { handledAt } from './stood';
import { lastLaid, nextStep, windowOf, type Window } from './window';

export interface Thing {
  /** id of the piece; `SITE` for what is done in the kitchen */
  id: string;
  /** its code, or what it is, for speaking of it */
  name: string;
  window: Window;
  /** what of its steps comes first, in words; null where nothing does */
  first: string | null;
  /** when it was last worked on or wiped, ms since 1970; null where nothing was done to it */
  handled: number | null;
  /** no coat of ours lies on it */
  bare: boolean;
  /** it is touched up */
  mended: boolean;
}

export function pieceAsThing(ctx: Context, step: Step, piece: string): Thing {
  const { state, route } = ctx;
  const next = nextStep(state, route, piece);
  return {
    id: piece,
    name: ctx.codes.get(piece) ?? '?',
    window: windowOf(state, step, piece, ctx.waits),
    first: next && next.key !== step.key ? next.act : null,
    handled: handledAt(pieceState(state, piece)),
    bare: lastLaid(state, route, piece) === null,
    mended: false,
  };
}

export function kitchenAsThing(ctx: Context, step: SiteStep): Thing {
  const { state, site, siteWaits } = ctx;
  const window = windowOf(state, step, SITE, siteWaits);
  const missing = step.after.find((r) => doneInKitchen(state, r.step) === null);
  const coated = site.some((s) => s.kind === 'coat' && s.zone === step.zone && hasBegun(ctx, s.key));
  return {
    id: SITE,
    name: step.touchUp ? 'the piece' : 'the fixed work',
    window: { ...window, from: Math.max(window.from, step.notBefore ?? 0) },
    first: missing ? (site.find((s) => s.key === missing.step)?.act ?? missing.step) : null,
    handled: siteHandledAt(state, site, step),
    bare: !coated,
    mended: step.touchUp !== undefined,
  };
}

const hasBegun = ({ state }: Context, step: string): boolean =>
  [...state.works.values()].some((w) => w.lot === SITE && w.step === step);

/** Names of things; many are counted. */
export function listThings(things: readonly Thing[]): string {
  const names = things.map((t) => t.name);
  return names.length > 6 ? `${names.slice(0, 6).join(' ')} and ${names.length - 6} more` : names.join(' ');
}

/** As a sentence begins. */
export const begins = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
