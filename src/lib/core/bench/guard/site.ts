/** What forbids starting a step of the fixed work. */
import { siteProgress } from '../view/site';
import type { Context } from './context';
import { refuse, refusalsOf, type Refusal } from './refusal';

/** Judges starting a step of the fixed work. */
export function judgeSite(ctx: Context, key: string, at: number): Refusal[] {
  const { state, site = [], waits } = ctx;
  const own = siteProgress(state, site, waits).find((s) => s.step.key === key);
  if (!own) return [refuse('unknown', `The fixed work has no step “${key}”.`, false)];
  const { step } = own;
  if (own.state !== 'pending')
    return [refuse('done-already', `“${step.act}” is recorded on site already.`, false)];
  const missing = step.after.find((r) => (state.site.get(r.step)?.end ?? null) === null);
  const first = missing && (site.find((s) => s.key === missing.step)?.act ?? missing.step);
  return refusalsOf(
    first !== undefined && refuse('skipped-step', `“${first}” comes first on the fixed work.`),
    own.from > at &&
      refuse(
        'too-early',
        `Wait until ${ctx.sayTime(own.from)}: the film on the fixed work is not ready for “${step.act}”.`,
        true,
        own.from,
      ),
  );
}
