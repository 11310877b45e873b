/** What a finding is most likely from, by the piece's own record, and what to do about it. Common practice, no source. */
import { DAY } from '$core/units/durations';
import { frozen } from '../../frozen';
import { PLACE_WORDS, type KitchenPlace } from '../../kitchen/kitchen-places';
import { mayCoatFrom } from '../../planning/job/coating-air';
import { coatVolume } from '../../takeoff/film';
import type { FailureKey } from '../../quality/failures';
import type { SiteStep } from '../../takeoff/site-route';
import { layersOf, touchUpSteps } from '../guard/touch-up-steps';
import type { RemedyScope } from '../../quality/remedy-scope';
import { gets, type Step } from '../../coating/route';
import type { Product } from '../../coating/system';
import { touchUpFrom } from '../guard/touch-up';
import { printFreeFrom } from '../guard/print-free';
import { isoDay } from '../../units/clock-time';
import { pieceState, type JobState, type KeptCan, type TouchUp } from '../state/state';
import type { Bench, BenchPiece } from './bench-job';

/** What the record of a piece says that a cause may rest on. */
interface Evidence {
  words: string;
  /** whether it speaks for the cause, or against it */
  speaks: 'for' | 'against';
}

interface Cause {
  words: string;
  evidence: Evidence[];
}

/** The record of one piece, as far as causes ask for it. */
export interface PieceFacts {
  grease: number;
  wood: string;
  place: keyof typeof PLACE_WORDS | null;
  abraded: boolean;
  deglossed: boolean;
  cleaned: boolean;
  wipe: 'clean' | 'not clean' | null;
  patch: 'held' | 'failed' | null;
  overruled: readonly string[];
  /** °C and share at its coats, where they were read */
  air: { celsius: number; humidity: number }[];
  /** days that its last film had when it was hung, and when this was seen; null where no coat is on record */
  hungAfter: number | null;
  seenAfter: number | null;
  /** days its film asks for before hanging, and to be cured */
  hangAsks: number;
  cureAsks: number;
  handleEarly: boolean;
  blocksStains: boolean;
  /** other pieces from the same cans: how many failed, of how many that were looked at */
  batch: { name: string; failed: number; of: number } | null;
}

type Rule = (f: PieceFacts) => Evidence | null;
const when = (test: boolean, words: string, speaks: Evidence['speaks'] = 'for'): Evidence | null =>
  test ? { words, speaks } : null;
const either = (known: boolean, yes: boolean, forIt: string, against: string): Evidence | null =>
  known ? { words: yes ? forIt : against, speaks: yes ? 'for' : 'against' } : null;

const COLD = 15;
const DAMP = 0.75;
const days = (n: number): string =>
  n < 1 ? 'less than a day' : `${Math.round(n)} ${Math.round(n) === 1 ? 'day' : 'days'}`;

const GREASE: Rule[] = frozen([
  (f) => when(f.grease >= 2, 'much grease was noted there'),
  (f) => when(f.place === 'stove', 'it is by the stove'),
  (f) =>
    either(
      f.wipe !== null,
      f.wipe === 'not clean',
      'the wipe test was not clean',
      'the wipe test came off clean',
    ),
  (f) => either(true, !f.cleaned, 'no cleaning is on record', 'it was cleaned by the record'),
]);
const KEY: Rule[] = frozen([
  (f) =>
    either(
      true,
      !f.abraded && !f.deglossed,
      'nothing broke the gloss by the record',
      f.abraded ? 'it was sanded' : 'it was deglossed',
    ),
  (f) => either(f.patch !== null, f.patch === 'failed', 'the patch test failed', 'the patch test held'),
]);
const WINDOW: Rule[] = frozen([
  (f) =>
    either(true, f.overruled.includes('too-late'), 'a recoat window was overruled', 'no window was missed'),
]);
const AIR: Rule[] = frozen([
  (f) => {
    const [first] = f.air;
    if (!first) return null;
    const cold = Math.min(...f.air.map((a) => a.celsius));
    const damp = Math.max(...f.air.map((a) => a.humidity));
    return either(
      true,
      cold < COLD || damp > DAMP,
      cold < COLD ? `${Math.round(cold)} °C at a coat` : `${Math.round(damp * 100)} % humidity at a coat`,
      `${Math.round(cold)} °C or more at its coats`,
    );
  },
]);
const BATCH: Rule[] = frozen([
  (f) =>
    f.batch &&
    either(
      f.batch.of >= 3,
      f.batch.failed / f.batch.of > 0.2,
      `${f.batch.failed} of ${f.batch.of} others from ${f.batch.name} failed too`,
      `${f.batch.failed} of ${f.batch.of} others from ${f.batch.name} failed`,
    ),
]);
const EARLY: Rule[] = frozen([
  (f) =>
    f.hungAfter === null
      ? null
      : either(
          f.hangAsks > 0,
          f.hungAfter < f.hangAsks,
          `hung ${days(f.hungAfter)} after its last coat, ${days(f.hangAsks)} are asked for`,
          `it stood ${days(f.hungAfter)} before it was hung`,
        ),
  (f) => when(f.overruled.includes('too-early'), 'a wait was overruled'),
]);
const YOUNG: Rule[] = frozen([
  (f) =>
    f.seenAfter === null
      ? null
      : either(
          f.cureAsks > 0,
          f.seenAfter < f.cureAsks,
          `its film was ${days(f.seenAfter)} old`,
          'its film was cured',
        ),
]);
const WET: Rule[] = frozen([
  (f) =>
    either(
      f.place !== null,
      f.place === 'sink' || f.place === 'bin',
      `it is ${f.place ? PLACE_WORDS[f.place] : ''}`,
      'it is away from sink and bin',
    ),
  (f) => when(f.wood === 'mdf' || f.wood === 'particle board', `${f.wood} swells where water gets in`),
]);

/** Causes of each kind, the commonest first. */
const CAUSES: Readonly<Record<FailureKey, readonly { words: string; rules: readonly Rule[] }[]>> = frozen({
  peeling: [
    { words: 'Grease left under the film', rules: GREASE },
    { words: 'Gloss not broken', rules: KEY },
    { words: 'A recoat window missed', rules: WINDOW },
    { words: 'Cold or damp when it was coated', rules: AIR },
    { words: 'A bad can or cup', rules: BATCH },
  ],
  run: [{ words: 'Too much on edges and details', rules: [] }],
  nick: [
    { words: 'A knock before the film was hard', rules: YOUNG },
    { words: 'A knock in use', rules: [(f) => when(f.place === 'bin', 'it is at the bin')] },
    { words: 'Thin film on an edge', rules: [] },
  ],
  bleed: [
    {
      words: 'Tannin or an old stain',
      rules: [
        (f) => when(['oak', 'cherry', 'pine', 'ash'].includes(f.wood), `${f.wood} bleeds`),
        (f) =>
          either(
            true,
            !f.blocksStains,
            'no stain-blocking primer is under it',
            'a stain-blocking primer is under it',
          ),
      ],
    },
  ],
  print: [
    { words: 'Hung too early', rules: EARLY },
    {
      words: 'Handle fitted too early',
      rules: [(f) => when(f.handleEarly, 'its handle went on before its film was print-free')],
    },
    { words: 'Slow cure: cold or damp', rules: AIR },
    { words: 'A bad can or cup', rules: BATCH },
  ],
  crack: [{ words: 'A joint that moves was caulked, or the wood moved', rules: [] }],
  worn: [
    {
      words: 'Water, heat or a harsh cleaner',
      rules: [...WET, (f) => when(f.place === 'stove', 'it is by the stove')],
    },
    { words: 'Used before it was hard', rules: [...EARLY, ...YOUNG] },
    { words: 'A bad can or cup', rules: BATCH },
  ],
  soft: [
    { words: 'Not cured yet', rules: YOUNG },
    { words: 'Slow cure: cold or damp', rules: AIR },
    { words: 'A bad can or cup', rules: BATCH },
  ],
  swollen: [{ words: 'Water behind the film at a bare or thin edge', rules: WET }],
  colour: [
    { words: 'Touched in from another can, or in another light', rules: [] },
    { words: 'A bad can or cup', rules: BATCH },
  ],
});

/** Causes of a finding, the likeliest first: by what speaks for each and against it, then by how common it is. */
export function causesOf(kind: FailureKey, facts: PieceFacts): Cause[] {
  return CAUSES[kind]
    .map(({ words, rules }, order) => {
      const evidence = rules.flatMap((rule) => rule(facts) ?? []);
      const weight = evidence.reduce((sum, e) => sum + (e.speaks === 'for' ? 1 : -1), 0);
      return { words, evidence, weight, order };
    })
    .sort((a, b) => b.weight - a.weight || a.order - b.order)
    .map(({ words, evidence }) => ({ words, evidence }));
}

/** The record of a piece, for its causes. @param seen ms since 1970 of the finding */
export function factsOf(
  { state, route, facts, context }: Bench,
  piece: BenchPiece,
  seen: number,
): PieceFacts {
  const own = pieceState(state, piece.id);
  const steps = route.filter((s) => gets(s, piece.id) && own.done.has(s.key));
  const coats = steps.filter((s) => s.kind === 'coat');
  const ends = coats.map((s) => own.done.get(s.key)?.end ?? 0);
  const last = ends.length ? Math.max(...ends) : null;
  const hung = own.hangs[0] ?? null;
  const most = (stage: 'hang' | 'cured'): number =>
    Math.max(0, ...coats.map((s) => s.product?.stages[stage]?.value ?? 0)) / 1440;
  const tests = state.tests.filter((t) => t.piece === piece.id || t.piece === null);
  const wipe = tests.findLast((t) => t.test.method === 'wipe');
  const patch = tests.findLast((t) => t.test.method === 'patch');
  const handle = own.fitted.get('handle');
  const prep = (...kinds: string[]): boolean => steps.some((s) => s.prep !== null && kinds.includes(s.prep));
  return {
    grease: piece.condition.grease,
    wood: piece.condition.wood,
    place: piece.place ?? null,
    abraded: prep('sand') || steps.some((s) => s.kind === 'sand' && s.coat === 0),
    deglossed: prep('degloss'),
    cleaned: prep('clean'),
    wipe: wipe ? (wipe.test.result === 'clean' ? 'clean' : 'not clean') : null,
    patch: patch ? (['5B', '4B', '3B'].includes(patch.test.result) ? 'held' : 'failed') : null,
    overruled: [...own.done.values()].flatMap((d) =>
      (state.works.get(d.work)?.overruled ?? []).map((o) => o.rule),
    ),
    air: facts.flatMap((f) =>
      f.body.kind === 'air.read' && !state.voided.has(f.id) && ends.some((e) => Math.abs(e - f.at) < DAY / 2)
        ? [{ celsius: f.body.celsius, humidity: f.body.humidity }]
        : [],
    ),
    hungAfter: hung !== null && last !== null ? Math.max(0, (hung - last) / DAY) : null,
    seenAfter: last !== null ? Math.max(0, (seen - last) / DAY) : null,
    hangAsks: most('hang'),
    cureAsks: most('cured'),
    handleEarly: handle !== undefined && handle < printFreeFrom(context, piece.id),
    blocksStains: coats.some(
      (s) => s.product?.kind === 'primer' && ['alcohol', 'solvent'].includes(s.product.base),
    ),
    batch: batchOf(state, coats, own.done, piece.id),
  };
}

/** Others of this kitchen from the same can or cup as the last coat. */
function batchOf(
  state: Bench['state'],
  coats: readonly { key: string; product: Product | null }[],
  done: ReadonlyMap<string, { start: number }>,
  piece: string,
): PieceFacts['batch'] {
  const last = coats.at(-1);
  const at = last ? done.get(last.key)?.start : undefined;
  if (!last?.product || at === undefined) return null;
  const product = last.product.key;
  const from = (when: number) =>
    [...state.mixes, ...state.cansLoaded].findLast((m) => m.product === product && m.at <= when)?.batch;
  const batch = from(at);
  if (!batch) return null;
  const checked = new Map<string, boolean>();
  for (const c of state.checks)
    if (c.piece && c.piece !== piece) checked.set(c.piece, (checked.get(c.piece) ?? false) || !c.sound);
  const others = [...checked].filter(([id]) => {
    const start = pieceState(state, id).done.get(last.key)?.start;
    return start !== undefined && from(start) === batch;
  });
  return { name: `batch ${batch}`, failed: others.filter(([, bad]) => bad).length, of: others.length };
}

/** A spot larger than this is a face's work, mm; one in the middle of a face, where no line hides its edge, sooner. Common practice, no source. */
const SPOT_MM = frozen({ atAnEdge: 25, inTheMiddle: 10 });
/** Nearer to an edge than this share of the face a spot ends on a line. Our choice. */
const EDGE = 0.15;
/** Where it is wet or hot, the edge of a spot lifts again. Common practice, no source. */
const WET_PLACES: readonly KitchenPlace[] = frozen(['sink', 'bin', 'stove']);
const LIFTS: readonly FailureKey[] = frozen(['peeling', 'swollen']);

export interface Finding {
  failure: FailureKey;
  sizeMm: number | null;
  /** where on the face, share of its width and height; null where nobody pointed */
  at: { x: number; y: number } | null;
  /** of the finish */
  sheen: string;
  /** kinds of the films over it */
  films: readonly Product['kind'][];
  place: KitchenPlace | null;
}

/** What is coated anew, by what was found and where, and by the films over it. */
export function scopeOf({ failure, sizeMm, at, sheen, films, place }: Finding): RemedyScope {
  if (failure === 'soft') return 'piece';
  if (['worn', 'colour', 'run', 'bleed'].includes(failure)) return 'face';
  // On gloss a spot flashes: another gloss is seen from the side. Glaze and clear show where a spot ends.
  if (sheen === 'gloss' || sheen === 'semi-gloss') return 'face';
  if (films.includes('glaze') || films.includes('clear')) return 'face';
  if (place && WET_PLACES.includes(place) && LIFTS.includes(failure)) return 'face';
  const isNearEdge = at === null || [at.x, 1 - at.x, at.y, 1 - at.y].some((d) => d <= EDGE);
  return (sizeMm ?? 0) > (isNearEdge ? SPOT_MM.atAnEdge : SPOT_MM.inTheMiddle) ? 'face' : 'spot';
}

/** What of a touch-up is coated anew: as it was planned, else as what was found asks for. @param sheen of the finish */
export function usualScope(
  state: JobState,
  route: readonly Step[],
  touchUp: TouchUp,
  sheen: string,
  place: KitchenPlace | null,
): RemedyScope {
  if (touchUp.planned) return touchUp.planned.scope;
  const { failure, sizeMm, piece, face } = touchUp;
  const { x = null, y = null } = state.checks.find((c) => c.id === touchUp.id) ?? {};
  const films = layersOf(route, piece, face).over.flatMap((s) => s.product?.kind ?? []);
  return scopeOf({ failure, sizeMm, at: x === null || y === null ? null : { x, y }, sheen, films, place });
}

interface Material {
  product: string;
  colour: string;
  ml: number;
  /** the can that may be used; null where none may */
  can: KeptCan | null;
  /** why a can that is there may not be used */
  not: string | null;
}

export interface Remedy {
  scope: RemedyScope;
  steps: SiteStep[];
  minutes: number;
  /** ms since 1970: the film is old enough */
  from: number;
  /** from then on the first moment at which the air of the house lets its coats be laid; null: not as far as it is known */
  coatFrom: number | null;
  /** what its coats take, the finish first */
  materials: Material[];
}

/** What is done about a finding, and when. @param now ms since 1970 */
export function remedyOf(bench: Bench, touchUp: TouchUp, sheen: string, now: number): Remedy | null {
  const { pack, route, context, state, air, houseAir } = bench;
  const piece = pack.pieces.find((p) => p.id === touchUp.piece);
  if (!piece) return null;
  const scope = usualScope(state, route, touchUp, sheen, piece.place ?? null);
  const steps = touchUpSteps(touchUp, scope, piece, route);
  const { finish } = layersOf(route, piece.id, touchUp.face);
  const colour = pack.zones.find((z) => z.id === piece.zoneId)?.colour ?? '';
  const from = touchUpFrom(context, touchUp.id);
  const { climate } = houseAir ?? air ?? {};
  const begins = Math.max(now, from);
  return {
    scope,
    steps,
    minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
    from,
    coatFrom: climate && finish ? mayCoatFrom(climate, finish.limits, begins) : begins,
    materials: [...(finish ? [finish] : []), ...productsOf(steps).filter((p) => p !== finish)].map((p) =>
      materialFor(
        [...state.cans.values()],
        p,
        p.kind === 'finish' || p.kind === 'glaze' ? colour : '',
        steps.reduce((sum, step) => sum + (step.product === p ? volumeOf(step, p) : 0), 0),
        isoDay(now, pack.job.zone),
      ),
    ),
  };
}

const productsOf = (steps: readonly SiteStep[]): Product[] => [
  ...new Set(steps.flatMap((s) => s.product ?? [])),
];
/** mL of one coat. */
const volumeOf = ({ areaM2, tool }: SiteStep, { dryFilm, solids }: Product): number =>
  coatVolume(areaM2, dryFilm.value, solids.value, tool ?? 'brush');

/** A drop is lost in brush and cup, mL. From memory. */
const LEAST_ML = 5;

function materialFor(
  cans: readonly KeptCan[],
  product: Product,
  colour: string,
  volume: number,
  today: string,
): Material {
  const ml = Math.ceil(volume + LEAST_ML);
  const own = cans.filter((c) => c.gone === null && c.product === product.key && c.colour === colour);
  const good = own.find((c) => c.useBy >= today && c.ml >= ml);
  const [first] = own;
  const not = good
    ? null
    : first
      ? first.useBy < today
        ? `The kept can was to be used by ${first.useBy}.`
        : `The kept can holds ${Math.round(first.ml)} mL.`
      : null;
  return { product: product.name, colour, ml, can: good ?? null, not };
}
