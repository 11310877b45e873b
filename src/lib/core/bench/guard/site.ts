/** What forbids starting a step of the fixed work: the same as on pieces, as far as it stays on the wall. */
import type { SiteStep } from '../../takeoff/site-route';
import { isVisit, type VisitStep } from '../../takeoff/visits';
import { siteProgress } from '../view/site';
import { RECORDED_ELSEWHERE, visitFirst } from '../view/visits';
import type { Context } from './context';
import { sayFindings } from './findings';
import { stoodLong } from '../../coating/long-stand';
import type { JobState } from '../state/state';
import { judgePaint } from './paint';
import { refuse, refusalsOf, type Refusal } from './refusal';

/** Where the fixed work is. */
const HOUSE = 'house';

/** Steps of the fixed work that are not done: touch-ups and visits are not of it. */
export const siteLeft = ({ state, site = [] }: Pick<Context, 'state' | 'site'>): SiteStep[] =>
  site.filter((s) => !s.touchUp && !s.visit && (state.site.get(s.key)?.end ?? null) === null);

/** Failed tests of the kitchen before its first coat; lead before anything is sanded or scraped. */
function judgeFindings(ctx: Context, step: SiteStep): Refusal | null {
  const { state, site = [] } = ctx;
  const abrades = step.kind === 'sand' || step.prep === 'sand' || step.prep === 'scrape';
  if (!step.product && !abrades) return null;
  const coated = site.some((s) => s.kind === 'coat' && s.zone === step.zone && state.site.get(s.key));
  return sayFindings(
    ctx,
    ({ key, test }) =>
      test.piece === null && ((step.product !== null && !step.touchUp) || key === 'lead') && !coated,
  );
}

/** The product that was laid last on the wall by anything but a rag, and when. */
function lastLaid({ state, site = [] }: Context): { product: string; at: number } | null {
  const laid = site.flatMap((s) => {
    const start = s.product && s.tool !== 'rag' ? state.site.get(s.key)?.start : undefined;
    return s.product && start !== undefined ? [{ product: s.product.key, at: start }] : [];
  });
  return laid.reduce<{ product: string; at: number } | null>((a, b) => (a && a.at > b.at ? a : b), null);
}

/** When the fixed work of a step's colour was last worked on or wiped, ms since 1970; null where nothing was done to it. */
export function siteHandledAt(state: JobState, site: readonly SiteStep[], step: SiteStep): number | null {
  const own = site.filter((s) => s.touchUp === step.touchUp && (s.zone === step.zone || s.zone === null));
  const ends = own.map((s) => Math.max(state.site.get(s.key)?.end ?? 0, state.siteReadied.get(s.key) ?? 0));
  const last = Math.max(0, ...ends);
  return last > 0 ? last : null;
}

/** From when the films below a step of the fixed work may be sanded, ms since 1970; 0 where it has none. */
export function siteSandableFrom(
  { state, site = [], waits, siteWaits = waits }: Context,
  key: string,
): number {
  const below = site.find((s) => s.key === key)?.after ?? [];
  return Math.max(
    0,
    ...below.flatMap(({ step, film, wet }) => {
      const laid = state.site.get(step)?.end;
      return film && laid ? [siteWaits.readyAt(film, film.stages.sand ? 'sand' : 'recoat', laid, wet)] : [];
    }),
  );
}

/** Judges starting a visit. @param from when the films on its pieces allow it, ms since 1970 */
function judgeVisit(
  { state, site = [], sayTime }: Context,
  step: VisitStep,
  from: number,
  at: number,
): Refusal[] {
  const elsewhere = RECORDED_ELSEWHERE[step.visit.kind];
  const first = visitFirst(state, site, step);
  return refusalsOf(
    elsewhere !== undefined &&
      refuse('no-such-step', `“${step.act}” is recorded under ${elsewhere.words}, and counts from there.`),
    first !== null && refuse('skipped-step', `Before “${step.act}” comes: ${first}.`, true),
    from > at &&
      refuse('too-early', `Wait until ${sayTime(from)}: a film is not ready for “${step.act}”.`, true, from),
  );
}

/** Judges starting a step of the fixed work. */
export function judgeSite(ctx: Context, key: string, at: number): Refusal[] {
  const { state, site = [], waits, siteWaits = waits } = ctx;
  const own = siteProgress(state, site, siteWaits).find((s) => s.step.key === key);
  if (!own) return [refuse('no-such-step', `The fixed work has no step “${key}”.`)];
  const { step } = own;
  if (own.state !== 'pending') return [refuse('done-already', `“${step.act}” is recorded on site already.`)];
  if (isVisit(step)) return judgeVisit(ctx, step, own.from, at);
  const missing = step.after.find((r) => (state.site.get(r.step)?.end ?? null) === null);
  const whose = step.touchUp ? 'The piece' : 'The fixed work';
  const first = missing && (site.find((s) => s.key === missing.step)?.act ?? missing.step);
  const late = own.to !== null && own.to < at;
  const handled = step.product ? siteHandledAt(state, site, step) : null;
  const colour = step.zone === null ? undefined : ctx.zoneColours?.get(step.zone);
  return refusalsOf(
    first !== undefined &&
      refuse('skipped-step', `“${first}” comes first${step.touchUp ? '' : ' on the fixed work'}.`, true),
    own.from > at &&
      refuse(
        'too-early',
        `Wait until ${ctx.sayTime(own.from)}: ${step.touchUp ? 'the film' : 'the fixed work'} is not ready for “${step.act}”.`,
        true,
        own.from,
      ),
    late &&
      refuse(
        'too-late',
        `The time for “${step.act}” on the fixed work was over ${ctx.sayTime(own.to ?? at)}. Scuff it and dust it off, or score it, as the film asks, and say so.`,
      ),
    judgeFindings(ctx, step),
    ...judgePaint(
      ctx,
      {
        ...step,
        colours: colour === undefined ? [] : [colour],
        place: HOUSE,
        gun: state.loadedOnSite,
        lastProduct: lastLaid(ctx),
        fits: null,
        of: 0,
        whose,
      },
      at,
    ),
    // What is scuffed is dusted off with it.
    !late &&
      stoodLong(handled, at) &&
      refuse(
        'stood',
        `${whose} stood since ${ctx.sayTime(handled)}: wipe the dust off with a tack cloth, and say so.`,
      ),
  );
}
