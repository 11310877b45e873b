/** Where on a kitchen and on a front finishes fail, per piece that was watched. */
import { keepFor } from '$core/units/keep-last';
import { frozen } from '../frozen';
import { wilson, type Limits } from './statistics/limits';
import { traitOf, type SamplePiece } from './sample';

export interface PlaceRate {
  place: string;
  failed: number;
  pieces: number;
  rate: number;
  /** Wilson's limits, for pieces as if independent */
  limits: Limits;
}

interface Count {
  failed: number;
  pieces: number;
}
/** What one kitchen adds, made once: the list of its pieces is not changed. */
const placesOnce = keepFor<readonly SamplePiece[], Map<string, Count>>();
const facesOnce = keepFor<readonly SamplePiece[], Map<string, FaceMap>>();

function countsBy(pieces: readonly SamplePiece[], trait: string): Map<string, Count> {
  const counts = new Map<string, Count>();
  for (const p of pieces) {
    const place = traitOf(p, trait);
    if (place === null) continue;
    const own = counts.get(place) ?? { failed: 0, pieces: 0 };
    own.pieces++;
    if (p.right !== null) own.failed++;
    counts.set(place, own);
  }
  return counts;
}

/** Failures by a trait, most often first. @param kitchens the pieces of each */
export function ratesBy(kitchens: readonly (readonly SamplePiece[])[], trait: string): PlaceRate[] {
  const counts = new Map<string, Count>();
  for (const pieces of kitchens)
    for (const [place, own] of placesOnce(pieces, trait, () => countsBy(pieces, trait))) {
      const sum = counts.get(place) ?? { failed: 0, pieces: 0 };
      sum.pieces += own.pieces;
      sum.failed += own.failed;
      counts.set(place, sum);
    }
  return [...counts]
    .map(([place, { failed, pieces }]) => ({
      ...{ place, failed, pieces },
      rate: failed / pieces,
      limits: wilson(failed, pieces),
    }))
    .sort((x, y) => y.rate - x.rate);
}

/** First failures by kind, over all pieces. @param names of the kinds, by key */
export function ratesByKind(sample: readonly SamplePiece[], names: ReadonlyMap<string, string>): PlaceRate[] {
  const counts = new Map<string, number>();
  for (const { right, failure } of sample)
    if (right !== null && failure !== null) counts.set(failure, (counts.get(failure) ?? 0) + 1);
  const pieces = sample.length;
  return [...names]
    .flatMap(([key, place]) => {
      const failed = counts.get(key) ?? 0;
      return failed ? [{ place, failed, pieces, rate: failed / pieces, limits: wilson(failed, pieces) }] : [];
    })
    .sort((a, b) => b.failed - a.failed);
}

/** Columns and rows that a front's face is divided into. */
export const FACE_GRID = frozen({ columns: 5, rows: 7 } as const);

/** Failures that were pointed at, by where on the front, row by row from the top left. */
export interface FaceMap {
  cells: number[];
  pointed: number;
  /** pieces that could have failed */
  pieces: number;
}

const emptyMap = (): FaceMap => ({
  cells: new Array<number>(FACE_GRID.columns * FACE_GRID.rows).fill(0),
  pointed: 0,
  pieces: 0,
});

function mapsOf(pieces: readonly SamplePiece[]): Map<string, FaceMap> {
  const { columns, rows } = FACE_GRID;
  const maps = new Map<string, FaceMap>();
  for (const p of pieces) {
    const form = traitOf(p, 'form') ?? '';
    let map = maps.get(form);
    if (!map) maps.set(form, (map = emptyMap()));
    map.pieces++;
    if (p.right === null) continue;
    for (const { failure, x, y, face } of p.spell.looks) {
      if (failure === null || x === null || y === null || face !== 'front') continue;
      const row = Math.min(rows - 1, Math.floor(y * rows));
      const cell = Math.min(columns - 1, Math.floor(x * columns)) + columns * row;
      map.cells[cell] = (map.cells[cell] ?? 0) + 1;
      map.pointed++;
    }
  }
  return maps;
}

/** The map of one kind of fronts. @param kitchens the pieces of each @param form `door` or `drawer`, as people say it */
export function faceMap(kitchens: readonly (readonly SamplePiece[])[], form: string): FaceMap {
  const sum = emptyMap();
  for (const pieces of kitchens) {
    const own = facesOnce(pieces, '', () => mapsOf(pieces)).get(form);
    if (!own) continue;
    sum.pieces += own.pieces;
    sum.pointed += own.pointed;
    own.cells.forEach((n, i) => (sum.cells[i] = (sum.cells[i] ?? 0) + n));
  }
  return sum;
}
