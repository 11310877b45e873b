/**
 * What a household may do from when on, by the films on their pieces: from each film's figures and the share of its cure, in the
 * air it has been in and the air to come. Which share asks for what: from memory; the product's data sheet always wins.
 */
import { HOUR, MINUTE } from '$core/units/durations';
import { frozen } from '$core/frozen';
import type { Step } from '$core/coating/route';
import type { Product } from '$core/coating/system';
import { topFilms } from '../guard/window';
import type { JobState } from '../state/state';
import type { Waits } from '$core/coating/waits';
import { films, type LaidFilm, type WaitsOf } from './care';

export const CARE_KEYS = frozen(['gently', 'handles', 'wet-clean', 'cooking', 'hard'] as const);
type CareKey = (typeof CARE_KEYS)[number];

export const CARE_WORDS: Record<CareKey, { until: string; from: string }> = frozen({
  gently: {
    until: 'Use it gently: open by the handle or the edge, close by hand, hang nothing over the doors.',
    from: 'Open and close as usual.',
  },
  handles: {
    until: 'No handles yet where they are missing: the film would take their print.',
    from: 'Handles may go on: the film no longer prints.',
  },
  'wet-clean': {
    until: 'No wet cleaning: wipe dry and gently, dab spills off at once.',
    from: 'Wipe with a soft damp cloth and a drop of mild soap.',
  },
  cooking: {
    until: 'Cook with a lid on and the fan running: steam and grease sit in a young film.',
    from: 'Cook as usual.',
  },
  hard: {
    until: 'No magnets, stickers or organisers on the doors, no bins or pots that knock against them.',
    from: 'Fully hard: ordinary use. A nick or two in the first month is normal, keep the small can.',
  },
});

/** Share of the cure by which a film stands the use. From memory. */
const SHARE: Partial<Record<CareKey, number>> = frozen({ gently: 0.25, cooking: 0.5 });

const topNames = (state: JobState, route: readonly Step[], piece: string): Product[] =>
  topFilms(state, route, piece).flatMap(({ step }) => step.product ?? []);

/** The products that lie on top anywhere. */
export const topProducts = (
  state: JobState,
  route: readonly Step[],
  pieces: readonly string[],
): Product[] => [
  ...new Map(
    pieces.flatMap((p) => topNames(state, route, p)).map((product) => [product.key, product]),
  ).values(),
];

/** When a film's cure has come so far, by halving; to the minute. */
function curedBy(share: number, laid: number, cured: number, progress: (at: number) => number): number {
  let [low, high] = [laid, cured];
  while (high - low > MINUTE) {
    const middle = (low + high) / 2;
    if (progress(middle) < share) low = middle;
    else high = middle;
  }
  return high;
}

/** When each of a piece's films allows each use; the slowest decides. A film without a figure says nothing. @returns ms since 1970 */
export function careOf(
  state: JobState,
  route: readonly Step[],
  piece: string,
  waitsOf: WaitsOf,
): Partial<Record<CareKey, number>> {
  return latest(films(state, route, [piece]).map((film) => careOfFilm(film, waitsOf(piece))));
}

/** Of each use the last of some dates. */
function latest(all: readonly Partial<Record<CareKey, number>>[]): Partial<Record<CareKey, number>> {
  const dates: Partial<Record<CareKey, number>> = {};
  for (const one of all)
    for (const key of CARE_KEYS)
      if (one[key] !== undefined) dates[key] = Math.max(dates[key] ?? 0, one[key] ?? 0);
  return dates;
}

/** When one film allows each use. */
function careOfFilm({ product, laid, wet }: LaidFilm, waits: Waits): Partial<Record<CareKey, number>> {
  const dates: Partial<Record<CareKey, number>> = {};
  if (product.stages.handles) dates.handles = waits.readyAt(product, 'handles', laid, wet);
  if (product.stages['wet-clean']) dates['wet-clean'] = waits.readyAt(product, 'wet-clean', laid, wet);
  if (!product.stages.cured) return dates;
  const cured = waits.readyAt(product, 'cured', laid, wet);
  dates.hard = cured;
  for (const key of ['gently', 'cooking'] as const)
    dates[key] = curedBy(SHARE[key] ?? 1, laid, cured, (at) =>
      waits.progress(product, 'cured', laid, at, wet),
    );
  return dates;
}

interface CareGroup {
  pieces: string[];
  /** names of the films on top */
  films: string[];
  dates: Partial<Record<CareKey, number>>;
}

/** Pieces that have the same films and the same dates, to the hour. */
export function careGroups(
  state: JobState,
  route: readonly Step[],
  pieces: readonly string[],
  waitsOf: WaitsOf,
): CareGroup[] {
  const groups = new Map<string, CareGroup>();
  /** films that were laid together and dry alike are asked once */
  const known = new Map<Waits, Map<string, Partial<Record<CareKey, number>>>>();
  const ofFilm = (film: LaidFilm): Partial<Record<CareKey, number>> => {
    const waits = waitsOf(film.piece);
    const own = known.get(waits) ?? new Map<string, Partial<Record<CareKey, number>>>();
    known.set(waits, own);
    const key = `${film.product.key} ${film.laid} ${film.wet}`;
    const had = own.get(key) ?? careOfFilm(film, waits);
    own.set(key, had);
    return had;
  };
  for (const piece of pieces) {
    const dates = latest(films(state, route, [piece]).map(ofFilm));
    if (Object.keys(dates).length === 0) continue;
    const names = [...new Set(topNames(state, route, piece).map((product) => product.name))].sort();
    const key = JSON.stringify([names, CARE_KEYS.map((k) => Math.ceil((dates[k] ?? 0) / HOUR))]);
    const had = groups.get(key);
    if (had) had.pieces.push(piece);
    else groups.set(key, { pieces: [piece], films: names, dates });
  }
  return [...groups.values()];
}

/** The dates of a whole kitchen, the soonest first: of each use the last of its pieces. */
export function careOfAll(groups: readonly CareGroup[]): { key: CareKey; at: number }[] {
  return CARE_KEYS.flatMap((key) => {
    const ends = groups.flatMap((g) => g.dates[key] ?? []);
    return ends.length ? [{ key, at: Math.max(...ends) }] : [];
  }).sort((a, b) => a.at - b.at);
}
