/** What forbids hanging a piece. */
import { pieceState } from '../state/state';
import type { Context } from './context';
import { refuse, refusalsOf, type Refusal } from './refusal';
import { siteLeft } from './kitchen-work';
import { nextStep, windowOf, working } from './window';

/** @param at ms since 1970 */
export function judgeHung(ctx: Context, piece: string, opening: string, at: number): Refusal[] {
  const { state, route, waits } = ctx;
  const own = pieceState(state, piece);
  const code = ctx.codes.get(piece) ?? '?';
  if (own.hungIn !== null) return [refuse('done-already', `${code} hangs already.`)];
  const site = siteLeft(state, ctx.site);
  const next = nextStep(state, route, piece);
  const hang = route.find((s) => s.kind === 'hang');
  const from = hang ? windowOf(state, hang, piece, waits).from : 0;
  return refusalsOf(
    piece !== opening &&
      refuse(
        'wrong-opening',
        `This is ${code}, the opening takes ${ctx.codes.get(opening) ?? '?'}. Look for the underline and the up-arrow.`,
      ),
    site.length > 0 &&
      refuse(
        'site-open',
        `“${site[0]?.act ?? ''}”${site.length > 1 ? ` and ${site.length - 1} more on the fixed work come` : ' on the fixed work comes'} before hanging.`,
      ),
    working(state, piece) !== undefined &&
      refuse('at-work', `Someone is at work on ${code}. Finish that first.`),
    next !== null &&
      next.kind !== 'hang' &&
      refuse('skipped-step', `${code}: “${next.act}” comes before hanging.`, true),
    from > at &&
      refuse(
        'too-early',
        `Wait until ${ctx.sayTime(from)}: the film on ${code} is not ready to hang.`,
        true,
        from,
      ),
  );
}
