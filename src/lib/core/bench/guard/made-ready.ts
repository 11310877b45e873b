/** What forbids scuffing or wiping what waits for its next step. */
import { SITE } from '../../takeoff/site-route';
import { kitchenWorks } from '../state/state';
import { list, type Context } from './context';
import { siteSandableFrom } from './kitchen-work';
import { refuse, refusalsOf, type Refusal } from './refusal';
import { sandableFrom, working } from './window';

/** @param step in the kitchen: the step that it is made ready for */
export function judgeMadeReady(
  ctx: Context,
  { pieces, step }: { pieces: readonly string[]; step?: string | undefined },
  how: 'abraded' | 'wiped',
  at: number,
): Refusal[] {
  if (pieces.includes(SITE)) return judgeInKitchen(ctx, step, how, at);
  const busy = pieces.filter((p) => working(ctx.state, p));
  const soft =
    how === 'wiped' ? [] : pieces.map((p) => ({ p, from: sandableFrom(ctx.state, ctx.route, p, ctx.waits) }));
  return refusalsOf(
    busy.length > 0 && refuse('at-work', `${list(ctx, busy)}: someone is at work on it.`),
    judgeSoft(
      ctx,
      soft.filter(({ from }) => from > at),
      (names) => `the film on ${list(ctx, names)} would gum up under the paper`,
    ),
  );
}

function judgeInKitchen(
  ctx: Context,
  key: string | undefined,
  how: 'abraded' | 'wiped',
  at: number,
): Refusal[] {
  const { state, site, siteWaits } = ctx;
  const step = site.find((s) => s.key === key);
  if (!step) return [refuse('no-such-step', `There is no step “${key ?? ''}” in the kitchen.`)];
  const from = how === 'wiped' ? 0 : siteSandableFrom(state, step, siteWaits);
  return refusalsOf(
    kitchenWorks(state).has(step.key) && refuse('done-already', `“${step.act}” is recorded already.`),
    judgeSoft(ctx, from > at ? [{ p: SITE, from }] : [], () => 'the film on the fixed work would gum up'),
  );
}

function judgeSoft(
  ctx: Context,
  soft: readonly { p: string; from: number }[],
  says: (pieces: string[]) => string,
): Refusal | null {
  if (!soft.length) return null;
  const from = Math.max(...soft.map((s) => s.from));
  return refuse('too-early', `Wait until ${ctx.sayTime(from)}: ${says(soft.map((s) => s.p))}.`, true, from);
}
