/** What the record says of each system, for whoever chooses one. */
import type { Db } from '../../db/open';
import type { Worse } from '$core/durability/worsening';
import { lasting, lastingQuery, lastingWorse } from './lasting';

interface Quote {
  pieces: number;
  kitchens: number;
  failed: number;
  /** share sound after a year, with limits; null where there are too few to tell */
  year: { share: number; low: number; high: number } | null;
  /** its films of late fail sooner than those before; null where that is not told */
  worse: Worse | null;
}

const YEAR = 365;

/** By the name of the system; a system without a record is not in it. */
export async function quotes(db: Db, now: number): Promise<Record<string, Quote>> {
  const { comparison } = await lasting(db, lastingQuery(db, new URLSearchParams(), now));
  const worse = await lastingWorse(db, now);
  return Object.fromEntries(
    comparison.groups.map((g) => {
      const point = g.points.find((p) => p.time === YEAR);
      const told = !g.tooFew && point?.limits;
      return [
        g.name,
        {
          pieces: g.pieces,
          kitchens: g.kitchens,
          failed: g.failures,
          worse: worse.find((w) => w.system === g.name) ?? null,
          year: told ? { share: point.survival, low: told.low, high: told.high } : null,
        },
      ];
    }),
  );
}
