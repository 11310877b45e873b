/** Facts: what happened on a job, append-only. A mistake is taken back by a `void` fact, never by a change. */
import { z } from 'zod';
import { instantSchema } from '$core/units/instant';
import type { FactKindEntry } from '../facts/kind';
import * as table from './table';
import { asToday } from './older-facts';

type Entry = (typeof table)[keyof typeof table];
export type FactBody = z.infer<Entry['schema']>;
export type FactKind = FactBody['kind'];

const ENTRIES: readonly Entry[] = Object.values(table).sort((a, b) => a.rank - b.rank);
const kindOf = (entry: Entry): FactKind => entry.schema.shape.kind.value;
const BY_KIND = new Map<FactKind, Entry>(ENTRIES.map((entry) => [kindOf(entry), entry]));

export const FACT_KINDS: readonly FactKind[] = ENTRIES.map(kindOf);

type Schemas = [Entry['schema'], ...Entry['schema'][]];
/** A body as it is written today. */
const writtenSchema = z.discriminatedUnion('kind', ENTRIES.map((entry) => entry.schema) as Schemas);
/** A body, of today or of an older log. */
export const bodySchema: z.ZodType<FactBody> = z.preprocess(asToday, writtenSchema) as z.ZodType<FactBody>;

/** All that is known of a kind. @throws Error for a kind that is not in the table */
export function entryOf<B extends FactBody>({ kind }: B): FactKindEntry<z.ZodType<B>> {
  const entry = BY_KIND.get(kind);
  if (!entry) throw new Error(`There is no kind of fact “${kind}”`);
  // The entry was found by the kind of the body: its parts take that body.
  return entry as unknown as FactKindEntry<z.ZodType<B>>;
}

const id = z.uuid();
/** A device that knows nothing of the server's clock says a day; more than a year is a mistake, ms. */
const MOST_DOUBT = 366 * 86_400_000;
export const factSchema = z.object({
  /** made by the device, so that sending twice stores once */
  id,
  job: id,
  /** when it happened, ms since 1970 */
  at: instantSchema,
  worker: z.string().max(64),
  device: z.string().max(64),
  /** the newest fact that its device had from the server when this was recorded; nothing where it had all */
  knew: id.optional(),
  /** how far its time may be off either way, ms, where its device knew the server's clock badly */
  doubt: z.number().int().positive().max(MOST_DOUBT).optional(),
  body: bodySchema,
});
export type Fact = z.infer<typeof factSchema>;
