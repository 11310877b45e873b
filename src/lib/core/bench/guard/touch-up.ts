/** When a touch-up is safe. */
import { earliestRemedy, failureOf } from '../../quality/failures';
import type { Context } from './context';
import { lastLaid } from './window';

/** The earliest safe moment of a touch-up, ms since 1970. @throws Error when there is no such touch-up */
export function touchUpFrom(ctx: Pick<Context, 'state' | 'route' | 'cureMinutes'>, id: string): number {
  const touchUp = ctx.state.touchUps.get(id);
  if (!touchUp) throw new Error(`There is no touch-up ${id}`);
  return earliestRemedy(
    failureOf(touchUp.failure),
    touchUp.opened,
    lastLaid(ctx.state, ctx.route, touchUp.piece),
    ctx.cureMinutes,
  );
}
