/** What forbids taking a fact back. */
import { gets } from '../../coating/route';
import type { Product } from '../../coating/system';
import { findingOf } from '../../quality/site-tests';
import type { Log } from './log';
import { doneInKitchen, isInKitchen, kitchenWorks, pieceState, type JobState } from '../state/state';
import type { Context } from './context';
import { cupsOf, isUsable } from './cups';
import { refuse, refusalsOf, type Refusal } from './refusal';

/**
 * Judges taking a fact back, with others that stand on it.
 * @param also what goes with it
 */
export function judgeTakingBack(
  ctx: Context,
  log: Log,
  target: string,
  also: readonly string[],
): Refusal | readonly Refusal[] | null {
  const all = [target, ...also];
  for (const id of all) {
    const kind = log.kindOf(id);
    if (kind === null || kind === 'void') return refuse('unknown', 'There is no such fact to take back.');
    if (ctx.state.voided.has(id)) return refuse('done-already', 'This was taken back already.');
  }
  const test = ctx.state.tests.find((t) => all.includes(t.id));
  if (test && findingOf(test.test)?.weight === 'stop')
    return refuse(
      'finding',
      `A failed test is not taken back: make it again in the same place (${test.place}), and the new result counts.`,
      false,
    );
  return refusalsOf(judgeRest(ctx, log, all), judgeOthers(ctx, log, all));
}

/** What others did on the work that goes with it is named, and taken back knowingly or not at all. */
function judgeOthers(ctx: Context, log: Log, all: readonly string[]): Refusal | null {
  const others = new Map<string, number | null>();
  for (const target of all) {
    const own = log.factOf(target);
    const work = ctx.state.works.get(target);
    const end = work && log.endOf(target);
    const who = new Set([...(work?.hands ?? []).map((h) => h.worker), ...(end ? [end.worker] : [])]);
    // Whose record it is, whoever takes it back sees; of what goes with it, its own painter may be another.
    if (target !== all[0] && own) who.add(own.worker);
    for (const w of who)
      if ((target !== all[0] || w !== own?.worker) && w !== log.by)
        others.set(w, end?.at ?? others.get(w) ?? null);
  }
  if (!others.size) return null;
  const names = [...others.keys()].map((w) => ctx.people.get(w) ?? 'somebody else').join(' and ');
  const ends = [...others.values()].filter((at) => at !== null);
  const at = ends.length ? `, done ${ctx.sayTime(Math.max(...ends))}` : '';
  return refuse('others-work', `${names} worked on it, too${at}: that is taken back with it.`);
}

/** A fact that stands on what is taken back, in words. */
interface Standing {
  id: string;
  words: string;
}

/** What stands on facts that are taken back: works, hangings and takings down that could not have been without them. */
function standingOn(ctx: Context, log: Log, gone: ReadonlySet<string>, without: JobState): Standing[] {
  const found = new Map<string, string>();
  const factsOn = (piece: string, kind: string): string[] =>
    log.factsOn(piece, kind).filter((id) => !gone.has(id));
  for (const piece of ctx.codes.keys()) {
    const state = pieceState(without, piece);
    const before = pieceState(ctx.state, piece);
    const code = ctx.codes.get(piece) ?? '?';
    const add = (id: string, words: string): void => void found.set(id, found.get(id) ?? `${code}: ${words}`);
    const addDone = (from: number): void => {
      for (const step of ctx.route.slice(from)) {
        const done = state.done.get(step.key);
        if (done) add(done.work, `“${step.act}”`);
      }
      for (const w of runningOn(without, piece))
        if (ctx.route.slice(from).some((s) => s.key === w.step))
          add(w.id, `“${ctx.route.find((s) => s.key === w.step)?.act ?? w.step}”, under way`);
      if (state.hungIn !== null) for (const id of factsOn(piece, 'piece.hung')) add(id, 'hung');
    };
    if (before.labelled && !state.labelled && state.down)
      for (const id of factsOn(piece, 'piece.down')) add(id, 'taken down');
    if (before.down && !state.down) addDone(0);
    const first = ctx.route.findIndex((s) => s.kind !== 'hang' && gets(s, piece) && !state.done.has(s.key));
    const missing = ctx.route[first];
    if (missing && before.done.has(missing.key)) addDone(first + 1);
    // Nobody is at two works on one piece: what would run again does not run beside another.
    const running = runningOn(without, piece);
    if (running.length > 1 && runningOn(ctx.state, piece).length < running.length)
      for (const w of running)
        if (runningOn(ctx.state, piece).some((x) => x.id === w.id))
          add(w.id, `“${ctx.route.find((s) => s.key === w.step)?.act ?? w.step}”, under way`);
  }
  for (const { id, words } of [...kitchenStandingOn(ctx, without), ...coatsOfCups(ctx, without)])
    if (!gone.has(id)) found.set(id, found.get(id) ?? words);
  return [...found].map(([id, words]) => ({ id, words }));
}

/** Steps in the kitchen that were begun after one that would be missing. */
function kitchenStandingOn({ state, site }: Context, without: JobState): Standing[] {
  const works = kitchenWorks(without);
  const isLost = (key: string): boolean =>
    doneInKitchen(state, key) !== null && doneInKitchen(without, key) === null;
  return site.flatMap((step) => {
    const begun = works.get(step.key);
    const loses = step.after.some((r) => isLost(r.step));
    return begun && loses ? [{ id: begun.id, words: `“${step.act}” in the kitchen` }] : [];
  });
}

/** Coats of a two-part product that would be left without the cup they were laid from. */
function coatsOfCups({ state, route, site }: Context, without: JobState): Standing[] {
  const hasCup = (of: JobState, product: Product, at: number): boolean =>
    cupsOf(of, product, at).some((m) => isUsable(m, at));
  return [...without.works.values()].flatMap((work) => {
    const { id, start, step } = work;
    const made = (isInKitchen(work) ? site : route).find((s) => s.key === step);
    const product = made?.product;
    if (!product?.mix || product.mix.b === 0) return [];
    const loses = hasCup(state, product, start) && !hasCup(without, product, start);
    return loses ? [{ id, words: `“${made?.act ?? ''}”, laid from that cup` }] : [];
  });
}

/**
 * Judges an answer to records that cannot all be: what it takes back may carry nothing that was done since.
 * @param gone the facts that the answer takes back
 * @param after the state as the answer leaves it
 */
export function judgeSettling(
  ctx: Context,
  log: Log,
  gone: readonly string[],
  after: JobState,
): Refusal | null {
  const standing = standingOn(ctx, log, new Set(gone), after);
  if (!standing.length) return null;
  return refuse('later-work', `${saysStanding(standing)}. Take that back first, or give another answer.`);
}

const runningOn = (state: JobState, piece: string) =>
  [...state.works.values()].filter((w) => w.end === null && w.pieces.includes(piece));

/** Names in one sentence at most. */
const NAMED = 4;

function saysStanding(standing: readonly Standing[]): string {
  const words = standing.slice(0, NAMED).map((s) => s.words);
  const rest = standing.length > NAMED ? ` and ${standing.length - NAMED} more` : '';
  const count = standing.length === 1 ? 'This stands' : `${standing.length} records stand`;
  return `${count} on it: ${words.join('; ')}${rest}`;
}

function judgeRest(ctx: Context, log: Log, all: readonly string[]): Refusal | null {
  const gone = new Set(all);
  const standing: Standing[] = [];
  for (;;) {
    const more = standingOn(ctx, log, gone, log.without(gone)).filter((s) => !gone.has(s.id));
    if (!more.length) break;
    standing.push(...more);
    for (const { id } of more) gone.add(id);
  }
  if (!standing.length) return null;
  return {
    ...refuse('later-work', `${saysStanding(standing)}. Take them back together, or leave it.`),
    with: [...gone].filter((id) => id !== all[0]),
  };
}
