/** What forbids taking a fact back. */
import { gets } from '../../coating/route';
import type { Log } from '../facts/kind';
import type { Context } from './context';
import { refuse, type Refusal } from './refusal';

/** What a fact rests on would be missing after it is taken back. */
export function judgeTakingBack(ctx: Context, log: Log, target: string): Refusal | null {
  return judgeRest(ctx, log, target) ?? judgeOthers(ctx, log, target);
}

/** What others did on the work that goes with it is named, and taken back knowingly or not at all. */
function judgeOthers(ctx: Context, log: Log, target: string): Refusal | null {
  const own = log.factOf(target);
  const work = ctx.state.works.get(target);
  const end = work && log.endOf(target);
  const who = new Set([...(work?.hands ?? []).map((h) => h.worker), ...(end ? [end.worker] : [])]);
  // Whose record it is, whoever takes it back sees.
  const others = [...who].filter((w) => w !== own?.worker && w !== log.by);
  const names = others.map((w) => ctx.people?.get(w) ?? 'somebody else').join(' and ');
  const at = end ? `, done ${ctx.sayTime(end.at)}` : '';
  return others.length
    ? refuse('others-work', `${names} worked on it, too${at}: that is taken back with it.`)
    : null;
}

function judgeRest(ctx: Context, log: Log, target: string): Refusal | null {
  const { route } = ctx;
  const kind = log.kindOf(target);
  if (kind === null || kind === 'void')
    return refuse('unknown', 'There is no such fact to take back.', false);
  if (ctx.state.voided.has(target)) return refuse('done-already', 'This was taken back already.', false);
  const without = log.without(target);
  for (const [piece, state] of without.pieces) {
    const first = route.findIndex((s) => s.kind !== 'hang' && gets(s, piece) && !state.done.has(s.key));
    const missing = route[first];
    if (first < 0 || !missing || !ctx.state.pieces.get(piece)?.done.has(missing.key)) continue;
    const later = route.slice(first + 1).find((s) => state.done.has(s.key));
    const code = ctx.codes.get(piece) ?? '?';
    const busy = [...without.works.values()].filter((w) => w.end === null && w.pieces.includes(piece));
    const under = route.slice(first + 1).find((s) => busy.some((w) => w.step === s.key));
    if (under)
      return refuse('later-work', `“${under.act}” is under way on ${code}. Take that back first.`, false);
    if (later)
      return refuse('later-work', `${code} has had “${later.act}” since. Take that back first.`, false);
    if (state.hungIn !== null)
      return refuse('later-work', `${code} has been hung since. Take that back first.`, false);
  }
  return null;
}
