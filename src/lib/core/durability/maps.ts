/** Where on a kitchen and on a front finishes fail, per piece that was watched. */
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

/** Failures by a trait, most often first. */
export function ratesBy(sample: readonly SamplePiece[], trait: string): PlaceRate[] {
  const counts = new Map<string, { failed: number; pieces: number }>();
  for (const p of sample) {
    const place = traitOf(p, trait);
    if (place === null) continue;
    const own = counts.get(place) ?? { failed: 0, pieces: 0 };
    own.pieces++;
    if (p.right !== null) own.failed++;
    counts.set(place, own);
  }
  return [...counts]
    .map(([place, { failed, pieces }]) => ({
      ...{ place, failed, pieces },
      rate: failed / pieces,
      limits: wilson(failed, pieces),
    }))
    .sort((a, b) => b.rate - a.rate);
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
export const FACE_GRID = { columns: 5, rows: 7 } as const;

/** Failures that were pointed at, by where on the front, row by row from the top left. */
export interface FaceMap {
  cells: number[];
  pointed: number;
  /** pieces that could have failed */
  pieces: number;
}

/** Maps of several kinds of fronts, by one look at each piece. @param forms `door` or `drawer`, as people say it */
export function faceMaps<F extends string>(
  sample: readonly SamplePiece[],
  forms: readonly F[],
): Record<F, FaceMap> {
  const { columns, rows } = FACE_GRID;
  const empty = (): FaceMap => ({ cells: new Array<number>(columns * rows).fill(0), pointed: 0, pieces: 0 });
  const maps = Object.fromEntries(forms.map((f) => [f, empty()])) as Record<F, FaceMap>;
  for (const p of sample) {
    const map = maps[traitOf(p, 'form') as F] as FaceMap | undefined;
    if (!map) continue;
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
