/** What this device keeps of facts and photos that it made, and what a server says of them: read by schema. */
import { z } from 'zod';
import type { Fact } from '$core/bench/state/events';
import { RULES, type Refusal } from '$core/bench/guard/refusal';

export interface Kept {
  /** order of recording on this device */
  n: number;
  job: string;
  /** by the device's own clock */
  keptAt: number;
  fact: Fact;
  state: 'waiting' | 'sent' | 'refused';
  /** why the server refused it, or could not take it yet */
  why: string;
  /** the guards that refused it */
  refusals?: readonly Refusal[] | undefined;
}

/** A photo that the server does not have yet. It goes after the facts: the flaw that it shows is known by then. */
export interface KeptPhoto {
  id: string;
  job: string;
  piece: string;
  /** id of the fact that it shows; null where it shows none */
  of: string | null;
  picture: Blob;
  /** why the server refused it; empty while it waits */
  why: string;
}

/** A rule of another version of the application is told by its message alone. */
const refusalSchema = z.object({
  rule: z.enum(RULES).catch('unknown'),
  message: z.string(),
  from: z.number().nullable().catch(null),
  canOverride: z.boolean().catch(false),
});

/** A fact may be of a kind that only another version knows: it is kept and sent all the same. */
const anyFact = z.custom<Fact>(
  (value) =>
    z
      .looseObject({ id: z.string(), at: z.number(), body: z.looseObject({ kind: z.string() }) })
      .safeParse(value).success,
);
const keptSchema = z.object({
  n: z.number(),
  job: z.string(),
  keptAt: z.number(),
  fact: anyFact,
  state: z.enum(['waiting', 'sent', 'refused']),
  why: z.string().catch(''),
  refusals: z.array(refusalSchema).optional().catch(undefined),
  // A refusal as devices kept it before there could be several.
  rule: z.enum(RULES).nullish().catch(null),
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

const answerSchema = z.object({
  recorded: z.array(z.string()).catch([]),
  attached: z.string().optional().catch(undefined),
  error: z.string().nullable().catch(null),
  refusals: z.array(refusalSchema).catch([]),
});

/** What the server said of facts or of a photo. Only what it names is stored. */
export interface Answer {
  status: number;
  /** ids of facts, or of the photo, that it stored */
  stored: readonly string[];
  /** its own words, where it is our server that speaks */
  error: string | null;
  refusals: readonly Refusal[];
}

const NOTHING = { recorded: [], attached: undefined, error: null, refusals: [] };

/** Whatever answers is read: a page of somebody else's network names nothing that is stored. */
export async function readAnswer(response: Response): Promise<Answer> {
  const said: unknown = await response.json().catch(() => null);
  const { recorded, attached, error, refusals } = answerSchema.safeParse(said).data ?? NOTHING;
  const named = attached === undefined ? recorded : [...recorded, attached];
  return { status: response.status, stored: response.ok ? named : [], error, refusals };
}

/** The server's clock. */
export const clockSchema = z.object({ now: z.number(), running: z.boolean() });

const skewSchema = z.object({
  /** server's clock less the device's, ms */
  skew: z.number().optional().catch(undefined),
  /** where a clock that does not go on was, ms since 1970 */
  stoppedAt: z.number().nullable().catch(null),
});

/** How the clocks compared last, as this device keeps it. */
export function readSkew(text: string | null): z.infer<typeof skewSchema> {
  try {
    return skewSchema.parse(JSON.parse(text ?? '{}'));
  } catch {
    return { skew: undefined, stoppedAt: null };
  }
}
