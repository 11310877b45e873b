/** All pieces of all jobs that share a can, a day or an overruled rule, and which of them to look at first. */
import { DAY } from '$core/units/durations';
import type { KitchenRecord } from './record';

export type RecallBy = { batch: string } | { day: string } | { overruled: true };

interface RecalledPiece {
  id: string;
  code: string;
  place: string;
  /** ms since 1970; null where nobody looked */
  lastLook: number | null;
  failed: boolean;
}

export interface RecalledKitchen {
  job: string;
  /** those to look at first come first */
  pieces: RecalledPiece[];
  failed: number;
}

/** Failed before, then at risk, then those that nobody has seen for longest. */
const order = (a: RecalledPiece, b: RecalledPiece): number =>
  Number(b.failed) - Number(a.failed) ||
  Number(a.place === 'elsewhere') - Number(b.place === 'elsewhere') ||
  (a.lastLook ?? 0) - (b.lastLook ?? 0);

export function recall(records: readonly KitchenRecord[], by: RecallBy): RecalledKitchen[] {
  return records
    .flatMap(({ job, pieces }) => {
      const own = pieces.filter((p) =>
        'batch' in by
          ? p.batches.includes(by.batch)
          : 'day' in by
            ? p.days.includes(by.day)
            : p.traits.overruled === 'some',
      );
      const listed = own
        .map((p): RecalledPiece => {
          const looks = p.spells.flatMap((s) => s.looks.map((l) => s.start + l.day * DAY));
          return {
            id: p.id,
            code: p.code,
            place: p.traits.place ?? 'elsewhere',
            lastLook: looks.length ? Math.max(...looks) : null,
            failed: p.spells.some((s) => s.looks.some((l) => l.failure !== null)),
          };
        })
        .sort(order);
      return listed.length ? [{ job, pieces: listed, failed: listed.filter((p) => p.failed).length }] : [];
    })
    .sort((a, b) => b.failed - a.failed);
}
