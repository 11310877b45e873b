/**
 * A touch-up that is planned, as steps in the kitchen with films and waits of their own: they are planned, done and waited for as the
 * fixed work is. Common practice, no source; the product's data sheet decides.
 */
import { frozen } from '../../frozen';
import { facesOf, gets, plain, type Requirement, type Step } from '../../coating/route';
import type { Face, Product } from '../../coating/system';
import type { Tool } from '../../coating/tool';
import { edgeArea, faceArea, type Measured } from '../../kitchen/area';
import type { FixedPartAt } from '../../kitchen/fixed-parts';
import { failureOf, type FailureKey } from '../../quality/failures';
import type { RemedyScope } from '../../quality/remedy-scope';
import { touchUpKey, type SiteStep } from '../../takeoff/site-route';
import { dayToMs } from '../../units/clock-time';
import { withKitchenRework } from './kitchen-rework';
import { touchUpFrom } from './touch-up';
import { kitchenWorks, type JobState, type TouchUp } from '../state/state';

/** Two thin coats close a spot. Common practice, T23. */
const COATS = 2;
/** Bare spots are primed first where one of these was found. */
const PRIMED: readonly FailureKey[] = frozen(['peeling', 'bleed', 'swollen']);
/** How much more work than a spot. From memory. */
const SCOPE_FACTOR: Record<RemedyScope, number> = frozen({ spot: 1, face: 1.5, piece: 2.5 });
/** Area of a spot with its feathered edge, m². From memory. */
const SPOT_M2 = 0.01;
/** A washed spot dries so long, min. From memory. */
const WASHED = 60;
/** How the minutes of a remedy fall to its steps. From memory. */
const SHARE = frozen({ wash: 1, cut: 2, coat: 1.5 });

interface TouchedPiece extends Measured {
  id: string;
  code: string;
  zoneId: string;
}

/** What lies over the finish, and is laid anew with it. */
const OVER: readonly Product['kind'][] = frozen(['glaze', 'clear', 'wax']);

/** What lies on a face of a piece by its route: primer, finish, and the last coat of each product over it. */
export function layersOf(route: readonly Step[], piece: string, face: Face) {
  const laid = route.filter((s) => s.product && !s.mends && gets(s, piece) && facesOf(s).includes(face));
  const of = (kind: Product['kind']): Step[] => laid.filter((s) => s.product?.kind === kind);
  const over = laid.filter((s) => s.product && OVER.includes(s.product.kind));
  return {
    primer: of('primer')[0]?.product ?? null,
    finish: of('finish').at(-1)?.product ?? null,
    over: [...new Map(over.map((s) => [s.product?.key, s])).values()],
  };
}

/** Area that is coated anew, m². */
const touchedArea = (scope: RemedyScope, piece: Measured): number =>
  scope === 'spot' ? SPOT_M2 : scope === 'face' ? faceArea(piece) : 2 * faceArea(piece) + edgeArea(piece);

interface Work {
  act: string;
  how: string;
  share: number;
  grit?: number;
  product?: Product;
  tool?: Tool;
}

/** Steps of one touch-up, in order. @param route of the job */
export function touchUpSteps(
  touchUp: Pick<TouchUp, 'id' | 'failure' | 'face'>,
  scope: RemedyScope,
  piece: TouchedPiece,
  route: readonly Step[],
): SiteStep[] {
  const { primer, finish, over } = layersOf(route, piece.id, touchUp.face);
  const failure = failureOf(touchUp.failure);
  const strips = touchUp.failure === 'peeling';
  const coat = (product: Product, act: string): Work => ({
    act,
    how:
      scope === 'spot'
        ? 'Small brush, thin, no further than the feathered edge.'
        : 'Thin and even, edges first.',
    share: SHARE.coat,
    product,
  });
  const work: Work[] = [
    { act: 'wash, rinse, dry', how: 'A mild cleaner, then clear water.', share: SHARE.wash },
    {
      act: strips ? 'strip to sound film, feather the edge' : 'scuff, dust off',
      how: failure.remedy,
      share: SHARE.cut,
      grit: strips ? 220 : 320,
    },
    ...(primer && PRIMED.includes(touchUp.failure) ? [coat(primer, `prime with ${primer.name}`)] : []),
    ...(finish
      ? Array.from({ length: COATS }, (_, i) => coat(finish, `${finish.name}, ${i + 1} of ${COATS}`))
      : []),
    ...over.flatMap(({ product, tool, how }): Work[] =>
      // What is rubbed on is rubbed on here, too.
      product ? [{ ...coat(product, product.name), ...(tool === 'rag' ? { tool, how } : {}) }] : [],
    ),
  ];
  const minutes = failure.minutes * SCOPE_FACTOR[scope];
  const shares = work.reduce((sum, w) => sum + w.share, 0);
  const key = (i: number): string => touchUpKey(touchUp.id, i);
  const usual: Tool = scope === 'spot' ? 'brush' : 'brush-roller';
  return work.map(({ act, how, share, grit = null, product = null, tool = usual }, i): SiteStep => {
    const before = work[i - 1];
    return {
      key: key(i),
      touchUp: touchUp.id,
      kind: product ? 'coat' : grit === null ? 'prep' : 'sand',
      prep: null,
      act: `Touch up ${piece.code}: ${act}`,
      work: act,
      how,
      zone: piece.zoneId,
      product,
      tool: product && tool,
      wet: 1,
      grit,
      areaM2: touchedArea(scope, piece),
      minutes: Math.max(1, Math.round((minutes * share) / shares)),
      after: before ? [waitFor(key(i - 1), before.product ?? null, i === 1 ? WASHED : 0)] : [],
    };
  });
}

function waitFor(step: string, film: Product | null, min: number): Requirement {
  const figure = film?.stages.recoat;
  return film && figure
    ? { step, film, stage: 'recoat', wet: 1, min: figure.value, max: null }
    : plain(step, min);
}

export interface TouchedJob {
  route: readonly Step[];
  pieces: readonly TouchedPiece[];
  /** time zone, and minutes to cured */
  zone: string;
  cureMinutes: number | null;
}

/** The steps in the kitchen as facts leave them: with what flaws ask for, and with touch-ups that are planned. */
export const kitchenSteps = (
  site: readonly SiteStep[],
  state: JobState,
  job: TouchedJob & { parts: readonly FixedPartAt[] },
): SiteStep[] => withTouchUps(withKitchenRework(site, state, job.parts), state, job);

/**
 * The steps in the kitchen with those of touch-ups that are planned. What was done for one stays; a touch-up that is closed asks for
 * nothing more.
 */
function withTouchUps(
  site: readonly SiteStep[],
  state: JobState,
  { route, pieces, zone, cureMinutes }: TouchedJob,
): SiteStep[] {
  const begun = kitchenWorks(state);
  const more = [...state.touchUps.values()].flatMap((t) => {
    const piece = pieces.find((p) => p.id === t.piece);
    if (!t.planned || !piece) return [];
    const [first, ...rest] = touchUpSteps(t, t.planned.scope, piece, route);
    if (!first) return [];
    const notBefore = Math.max(
      touchUpFrom({ state, route, cureMinutes }, t.id),
      dayToMs(t.planned.day, zone),
    );
    return [{ ...first, notBefore }, ...rest].filter((s) => !t.closed || begun.has(s.key));
  });
  return more.length ? [...site, ...more] : [...site];
}

/** Minutes from the last coat to cured, by the slowest film of a route; null where none names one. */
export function cureOf(route: readonly Step[]): number | null {
  const cures = route.flatMap((s) => (s.product?.stages.cured ? [s.product.stages.cured.value] : []));
  return cures.length ? Math.max(...cures) : null;
}
