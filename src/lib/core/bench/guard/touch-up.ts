/** When a touch-up is safe. */
import { earliestRemedy, failureOf } from '../../quality/failures';
import type { Context } from './context';
import { lastLaid } from './window';

/** The earliest safe moment of a touch-up, ms since 1970. @throws Error when there is no such touch-up */
export function touchUpFrom(ctx: Pick<Context, 'state' | 'route' | 'cureMinutes'>, id: string): number {
  const touchUp = ctx.state.touchUps.get(id);
  if (!touchUp) throw new Error(`There is no touch-up ${id}`);
  // A film that was touched up before is as young as that.
  const mended = [...ctx.state.touchUps.values()].flatMap((t) =>
    t.closed && t.piece === touchUp.piece && t.id !== id ? [t.closed.at] : [],
  );
  const laid = lastLaid(ctx.state, ctx.route, touchUp.piece);
  return earliestRemedy(
    failureOf(touchUp.failure),
    touchUp.opened,
    laid === null ? null : Math.max(laid, ...mended),
    ctx.cureMinutes,
  );
}
