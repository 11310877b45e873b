/** What the pages of a job that are used in a house work on, for a device to keep: all but its facts, which it fetches by themselves. */
import { createHash } from 'node:crypto';
import type { BenchPack } from '$core/bench/view/bench-job';
import { packJson } from '$core/units/pack-json';
import { emptyState } from '$core/bench/state/state';
import type { Db } from '../../db/open';
import { factFaults } from '../../store/facts';
import { elevations, type ElevationView } from '../job/elevations';
import type { JobWithPlan } from '../plan/open-planned';
import { benchPack } from '../bench/bench-pack';
import { nearbyDays } from './nearby';
import { guardedOf } from '../bench/contested';

export interface FieldPack {
  pack: Omit<BenchPack, 'facts' | 'now'>;
  /** the walls as they are drawn; how far each piece is, the page makes of the facts */
  walls: ElevationView[];
  /** facts that came late and that a guard alone speaks against */
  guarded: { fact: string; rule: string; message: string }[];
  /** ids of facts that are stored and cannot be read any more */
  unreadable: string[];
}

/** @returns the pack, and a tag that is another one where anything in it is */
export function fieldPack(db: Db, opened: JobWithPlan, now: number): { data: FieldPack; tag: string } {
  const { facts: _facts, now: _now, ...pack } = benchPack(db, opened, now);
  const { file } = opened;
  // Only a touch-up asks where the crew is near by.
  const touchesUp = [...file.state.touchUps.values()].some((t) => !t.closed);
  const data: FieldPack = {
    pack: touchesUp ? { ...pack, nearby: nearbyDays(db, file.job.id, now) } : pack,
    walls: elevations({ ...file, facts: [], state: emptyState() }, 0),
    guarded: guardedOf(db, file.job.id),
    unreadable: factFaults(db, file.job.id).flatMap((f) => (f.what === 'unreadable' ? [f.id] : [])),
  };
  const tag = createHash('sha256').update(packJson(data)).digest('base64url').slice(0, 22);
  return { data, tag };
}
