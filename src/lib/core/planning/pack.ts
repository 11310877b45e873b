/** A job to plan as text, for a worker: maps and sets included, waits as the air they follow. */
import { SHEET_WAITS, waitsIn } from '../coating/waits';
import { ratesOf, type Climate } from '../drying/climate';
import type { JobToPlan } from './job-problem';

/** How films wait, as data. Null: by the sheet. */
export interface PackedAir {
  climate: Climate;
  /** learnt at the place, by product */
  multipliers: [string, number][];
}

export interface Packed {
  /** waits left out: they stand in `air` */
  job: Omit<JobToPlan, 'waits'>;
  air: PackedAir | null;
}

export const packJson = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v instanceof Map ? { '#map': [...v] } : v instanceof Set ? { '#set': [...v] } : v,
  );

export const unpackJson = (text: string): unknown =>
  JSON.parse(text, (_, v: unknown) => {
    if (v === null || typeof v !== 'object') return v;
    if ('#map' in v) return new Map(v['#map'] as [unknown, unknown][]);
    if ('#set' in v) return new Set(v['#set'] as unknown[]);
    return v;
  });

export const unpackJob = ({ job, air }: Packed): JobToPlan => ({
  ...job,
  waits: air ? waitsIn(ratesOf(air.climate), new Map(air.multipliers)) : SHEET_WAITS,
});
