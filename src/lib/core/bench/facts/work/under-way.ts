/** What forbids a change to work that should be under way. */
import type { Context } from '../../guard/context';
import { refuse, type Refusal } from '../../guard/refusal';
import type { Work } from '$core/bench/state/state';

/**
 * @param id of the `work.started` fact
 * @param at ms since 1970
 * @param more what else forbids it, where the work is under way
 */
export function ofWork(
  ctx: Context,
  id: string,
  at: number,
  more: (work: Work) => Refusal | null = () => null,
): Refusal | null {
  const work = ctx.state.works.get(id);
  if (!work) return refuse('unknown', 'There is no such work.');
  if (work.end !== null) return refuse('done-already', 'This work is finished already.');
  if (at < work.start) return refuse('order', `It began ${ctx.sayTime(work.start)}.`);
  return more(work);
}
