/** What the page Lasting shows of all kitchens. Data in, data out: it runs in a thread. */
import { DAY } from '$core/units/durations';
import { FAILURES } from '../quality/failures';
import { keepFor, once } from '../units/keep-last';
import { seeded } from '../units/random';
import { associations, type Association } from './associations';
import { compare, failsWithin, fitsBy, type Comparison, type Group } from './compare';
import { alike, forecast, type Films, type Forecast, type InUse } from './forecast';
import { faceMap, ratesBy, ratesByKind, type FaceMap, type PlaceRate } from './maps';
import type { KitchenRecord, PieceRecord } from './record';
import { sampleOf, traitOf, type Sample, type SamplePiece } from './sample';
import { standOuts, type StandOut } from './stand-outs';
import { merged, type Observation } from './statistics/observation';
import { gathered } from './statistics/turnbull-limits';
import { weibull, weibullSurvival, type Weibull } from './statistics/weibull';
import { TRAIT_KEYS, type Trait } from './traits';

export interface LastingQuery {
  by: Trait;
  /** key of a failure; null for any */
  kind: string | null;
  /** first films, or those after a failure or a recoat */
  spell: 1 | 2;
  /** ms since 1970, to the day */
  now: number;
  /** days of the company's warranty */
  warranty: number;
}

export interface Ranked extends Group {
  /** share that fails within the warranty, with limits; null where there are too few */
  within: { share: number; low: number; high: number } | null;
}

/** What touch-ups take, by those that were made; usual figures where there were none. */
interface TouchUpCost {
  minutes: number;
  ml: number;
  /** touch-ups that it is from */
  made: number;
}

export interface LastingView {
  counts: Omit<Sample, 'pieces' | 'byKitchen'> & { pieces: number };
  comparison: Omit<Comparison, 'groups'> & { groups: Ranked[] };
  kinds: PlaceRate[];
  places: PlaceRate[];
  doors: FaceMap;
  drawers: FaceMap;
  forecast: Forecast;
  /** touch-ups expected within the warranty of films in use */
  warranty: number;
  cost: TouchUpCost;
}

const MONTHS = 6;
const SEED = 7;
/** A spot with a small brush. From memory. */
const USUAL_ML = 30;

const KINDS = new Map(FAILURES.map((f) => [f.key, f.seen] as const));

/** What does not depend on how pieces are grouped. */
interface Whole {
  sample: Sample;
  looks: readonly Observation[];
  rest: Pick<
    LastingView,
    'counts' | 'kinds' | 'places' | 'doors' | 'drawers' | 'forecast' | 'warranty' | 'cost'
  >;
}

/** Records are not changed: what was made of a list of them stays good. */
const wholes = keepFor<readonly KitchenRecord[], Whole>(4);

function wholeOf(records: readonly KitchenRecord[], { kind, spell, now, warranty }: LastingQuery): Whole {
  return wholes(records, JSON.stringify([kind, spell, now, warranty]), () => {
    const sample = sampleOf(records, kind, spell);
    const { pieces, byKitchen, ...counts } = sample;
    const looks = gathered(pieces);
    const fits = fitsBy(pieces, (p) => traitOf(p, 'system'), looks);
    const all = pieces.length ? weibull(merged(looks)) : null;
    const curves = all ? new Map([...fits, [OTHERS, all] as const]) : fits;
    const films = alike(inUse(records, now, fits));
    return {
      ...{ sample, looks },
      rest: {
        counts: { ...counts, pieces: pieces.length },
        kinds: ratesByKind(pieces, KINDS),
        places: ratesBy(byKitchen, 'place'),
        doors: faceMap(byKitchen, 'door'),
        drawers: faceMap(byKitchen, 'drawer'),
        forecast: forecast(films, curves, MONTHS, SEED),
        warranty: withinWarranty(films, curves, warranty),
        cost: touchUpCost(records),
      },
    };
  });
}

export function lastingView(records: readonly KitchenRecord[], query: LastingQuery): LastingView {
  const { sample, looks, rest } = wholeOf(records, query);
  const comparison = compare(sample.pieces, (p) => traitOf(p, query.by), looks);
  return {
    ...rest,
    comparison: {
      ...comparison,
      groups: comparison.groups.map((g) => ({ ...g, within: failsWithin(g, query.warranty) })),
    },
  };
}

/** Films of systems that have no curve of their own yet go by the curve of all. */
const OTHERS = '';

/** A film that hangs and has not failed, as far as anybody knows. */
interface Hanging {
  system: string;
  /** ms since 1970; days from then to the last look that found it sound */
  start: number;
  sound: number;
}

const hangingIn = once((pieces: readonly PieceRecord[]): Hanging[] =>
  pieces.flatMap((p) => {
    const last = p.spells.at(-1);
    if (!last || last.looks.at(-1)?.failure) return [];
    const sound = last.looks.reduce((d, l) => (l.method === 'visual' ? Math.max(d, l.day) : d), 0);
    return [{ system: p.traits.system ?? '', start: last.start, sound }];
  }),
);

function inUse(records: readonly KitchenRecord[], now: number, fits: ReadonlyMap<string, Weibull>): InUse[] {
  const out: InUse[] = [];
  for (const { pieces } of records)
    for (const { system, start, sound } of hangingIn(pieces)) {
      const age = (now - start) / DAY;
      if (age >= 0) out.push({ group: fits.has(system) ? system : OTHERS, age, sound: Math.min(sound, age) });
    }
  return out;
}

function withinWarranty(
  films: readonly Films[],
  fits: ReadonlyMap<string, Weibull>,
  warranty: number,
): number {
  return films.reduce((sum, f) => {
    const fit = fits.get(f.group);
    if (!fit || f.age >= warranty) return sum;
    const seen = weibullSurvival(fit, f.sound);
    return seen > 1e-12 ? sum + (f.count * (seen - weibullSurvival(fit, warranty))) / seen : sum;
  }, 0);
}

function touchUpCost(records: readonly KitchenRecord[]): TouchUpCost {
  const made = records.flatMap((r) => r.mended);
  const mean = (list: readonly number[], usual: number): number =>
    list.length ? list.reduce((a, b) => a + b, 0) / list.length : usual;
  const usual = mean(
    FAILURES.map((f) => f.minutes),
    30,
  );
  return {
    minutes: mean(
      made.map((m) => m.minutes),
      usual,
    ),
    ml: mean(
      made.flatMap((m) => m.ml ?? []),
      USUAL_ML,
    ),
    made: made.length,
  };
}

export interface Reasons {
  associations: Association[];
  standOuts: StandOut[];
  /** traits that were looked at */
  looked: number;
}

/** What goes with failures, and batches and days that stand out: within systems, first films. */
export function reasonsFor(records: readonly KitchenRecord[], kind: string | null): Reasons {
  const { pieces } = sampleOf(records, kind);
  const strata = (p: SamplePiece): string => traitOf(p, 'system') ?? '';
  const traits = TRAIT_KEYS.filter((t) => t !== 'system');
  return {
    associations: associations(pieces, traits, strata, Math.floor(seeded(SEED)() * 1e9)),
    standOuts: standOuts(pieces, strata),
    looked: traits.length,
  };
}
