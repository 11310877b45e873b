/** What this device keeps of facts and photos that it made: read by schema. */
import { z } from 'zod';
import type { Fact } from '$core/bench/log/events';
import type { Refusal } from '$core/bench/guard/refusal';
import { anyRefusal, anyRule } from './answer';

export interface Kept {
  /** order of recording on this device */
  n: number;
  job: string;
  /** by the device's own clock */
  keptAt: number;
  fact: Fact;
  /** tag of the pack that it was recorded on */
  under?: string | undefined;
  state: 'waiting' | 'sent' | 'refused';
  /** when the server said that it is stored, by the device's own clock */
  sentAt?: number | undefined;
  /** why the server refused it, or could not take it yet */
  why: string;
  /** the guards that refused it */
  refusals?: readonly Refusal[] | undefined;
  /** the field of the fact that was refused, where it is one */
  field?: string | null | undefined;
}

/** A photo that the server does not have yet. It goes after the facts: the flaw that it shows is known by then. */
export interface KeptPhoto {
  id: string;
  job: string;
  /** null: of the kitchen */
  piece: string | null;
  /** id of the fact that it shows; null where it shows none */
  of: string | null;
  picture: Blob;
  note?: string;
  /** why the server refused it; empty while it waits */
  why: string;
}

/** A fact may be of a kind that only another version knows: it is kept and sent all the same. */
const factShape = z.looseObject({
  id: z.string(),
  at: z.number(),
  body: z.looseObject({ kind: z.string() }),
});
const anyFact = z.custom<Fact>((value) => factShape.safeParse(value).success);
const keptSchema = z.object({
  n: z.number(),
  job: z.string(),
  keptAt: z.number(),
  fact: anyFact,
  state: z.enum(['waiting', 'sent', 'refused']),
  under: z.string().optional().catch(undefined),
  sentAt: z.number().optional().catch(undefined),
  why: z.string().catch(''),
  field: z.string().nullish().catch(null),
  refusals: z.array(anyRefusal).optional().catch(undefined),
  // A refusal as devices kept it before there could be several.
  rule: anyRule.nullish().catch(null),
  canOverride: z.boolean().catch(false),
});

/** A record of the device's store; null where it cannot be read, and then it stays where it is. */
export function readKept(value: unknown): Kept | null {
  const { success, data } = keptSchema.safeParse(value);
  if (!success) return null;
  const { rule, canOverride, ...kept } = data;
  if (!rule || kept.refusals) return kept;
  return { ...kept, refusals: [{ rule, message: kept.why, from: null, canOverride }] };
}
