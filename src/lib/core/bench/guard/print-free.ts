/** When handles may go on a piece: its films no longer print. */
import { gets } from '../../coating/route';
import { pieceState } from '../state/state';
import type { Context } from './context';

/** @returns ms since 1970; 0 where no film on it names such a time */
export function printFreeFrom(
  { state, route, waitsAtHome }: Pick<Context, 'state' | 'route' | 'waitsAtHome'>,
  piece: string,
): number {
  const { done, hungAt } = pieceState(state, piece);
  const own = waitsAtHome(hungAt);
  return Math.max(
    0,
    ...route.flatMap((step) => {
      const laid = step.product && gets(step, piece) ? done.get(step.key)?.end : undefined;
      return step.product?.stages.handles && laid !== undefined
        ? [own.readyAt(step.product, 'handles', laid, step.wet)]
        : [];
    }),
  );
}
