/** Records as they are stored, read once each. */
import { VERSION, type JobRecord, type KitchenRecord } from './record';

/** JSON of a JobRecord, and its job. */
export interface StoredRecord {
  job: string;
  body: string;
}

/** What was read last of each job: records change seldom. */
const known = new Map<string, { body: string; record: JobRecord | null }>();
const MOST = 2000;
let last: readonly KitchenRecord[] = [];

/** A table that is made from the facts: its version is checked, and not every look of six hundred kitchens. */
function read(body: string): JobRecord | null {
  try {
    const record = JSON.parse(body) as Partial<JobRecord>;
    return record.version === VERSION && Array.isArray(record.pieces) ? (record as JobRecord) : null;
  } catch {
    return null;
  }
}

/** @returns the records that can be read */
export function readRecords(stored: readonly StoredRecord[]): readonly KitchenRecord[] {
  const out = stored.flatMap(({ job, body }) => {
    let own = known.get(job);
    if (own?.body !== body) known.set(job, (own = { body, record: read(body) }));
    return own.record ? [{ ...own.record, job }] : [];
  });
  for (const old of known.keys()) if (known.size > MOST) known.delete(old);
  // The same records stay the same list: what was made of it stays good.
  if (out.length !== last.length || out.some((r, i) => r.pieces !== last[i]?.pieces)) last = out;
  return last;
}
