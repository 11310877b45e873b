/** Systems whose films of late fail sooner than those before them. Docs: docs/methods/lasting.md */
import { DAY } from '$core/units/durations';
import { TOO_FEW } from './compare';
import { sampleOf, traitOf, type SamplePiece } from './sample';
import type { KitchenRecord } from './record';
import { cellsOf, clusteredLogRank, logRankScores } from './statistics/log-rank';
import { holm } from './statistics/many';
import { merged } from './statistics/observation';
import { gathered } from './statistics/turnbull-limits';

/** Films in use for no longer than this are of late, days. Our choice. */
export const OF_LATE = 730;
/** Either side wants so many kitchens: their differences are what the test is made of. Our choice. */
const LEAST_KITCHENS = 4;

interface Side {
  pieces: number;
  kitchens: number;
  failed: number;
}

export interface Worse {
  system: string;
  late: Side;
  before: Side;
  /** chance of so much worse where nothing changed, corrected for how many systems were looked at */
  p: number;
}

const sideOf = (pieces: readonly SamplePiece[]): Side => ({
  pieces: pieces.length,
  kitchens: new Set(pieces.map((p) => p.cluster)).size,
  failed: pieces.filter((p) => p.right !== null).length,
});

/** @param now ms since 1970 @param level those below it are told @returns the surest first */
export function worsening(records: readonly KitchenRecord[], now: number, level = 0.05): Worse[] {
  const systems = new Map<string, SamplePiece[]>();
  for (const p of sampleOf(records, null).pieces) {
    const system = traitOf(p, 'system');
    if (system !== null) {
      const own = systems.get(system);
      if (own) own.push(p);
      else systems.set(system, [p]);
    }
  }
  const looked = [...systems].flatMap(([system, pieces]) => {
    const isLate = (p: SamplePiece): boolean => p.spell.start > now - OF_LATE * DAY;
    const [late, before] = [sideOf(pieces.filter(isLate)), sideOf(pieces.filter((p) => !isLate(p)))];
    if (late.failed < TOO_FEW || Math.min(late.kitchens, before.kitchens) < LEAST_KITCHENS) return [];
    const looks = gathered(pieces);
    const grouped = (wanted: boolean) =>
      merged(looks.filter((_, i) => pieces[i] && isLate(pieces[i]) === wanted)).map((o) => ({
        ...o,
        group: wanted ? 'late' : 'before',
      }));
    const all = [...grouped(true), ...grouped(false)];
    const cells = cellsOf(all, logRankScores(all));
    const sooner = cells.reduce((sum, c) => sum + (c.group === 'late' ? c.score : 0), 0) > 0;
    // Only what got worse is looked for: one side of the test.
    const { p } = clusteredLogRank(cells);
    return [{ system, late, before, p: sooner ? p / 2 : 1 - p / 2 }];
  });
  const corrected = holm(looked.map((l) => l.p));
  return looked
    .map((l, i) => ({ ...l, p: corrected[i] ?? 1 }))
    .filter((l) => l.p < level)
    .sort((a, b) => a.p - b.p);
}
