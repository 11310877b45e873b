/**
 * What comes back when something is sent. Only our own server's word counts: it names the ids that it stored, or the rules that
 * refuse, and marks what it says with a header. A page of a network, a proxy or a server of another kind does none of it.
 */
import { z } from 'zod';
import { RULES, type Refusal } from '$core/bench/guard/refusal';
import { OURS } from '$core/units/ours';

/** A rule of another version of the application is told by its message alone. */
export const anyRule = z.enum(RULES).catch('unknown');
export const anyRefusal = z.object({
  rule: anyRule,
  message: z.string(),
  from: z.number().nullable().catch(null),
  canOverride: z.boolean().catch(false),
});

const said = z.object({
  recorded: z.array(z.string()).catch([]),
  attached: z.string().optional().catch(undefined),
  error: z.string().nullable().catch(null),
  field: z.string().nullable().catch(null),
  refusals: z.array(anyRefusal).catch([]),
  now: z.number().optional().catch(undefined),
  running: z.boolean().catch(true),
});

/**
 * - `stored`: our server names what it stored.
 * - `refused`: our server refuses it by a rule; it stays refused until somebody changes it.
 * - `broken`: our server broke on it or finds it too large: alone it is set aside, and the others go on.
 * - `not-now`: nobody takes anything at the moment; it is tried again.
 * - `not-us`: something else answers in the server's place; it is tried again.
 */
export type AnswerClass = 'stored' | 'refused' | 'broken' | 'not-now' | 'not-us';

export interface Answer {
  is: AnswerClass;
  /** ids of facts, or of the photo, that are stored */
  stored: readonly string[];
  /** why it was not taken, in words; empty where it was */
  why: string;
  field: string | null;
  refusals: readonly Refusal[];
  /** when it may be tried again, ms from now, where that was said */
  retryAfter: number | null;
  /** the server's clock, where it was told */
  clock: { now: number; running: boolean } | null;
}

/** Answers of nobody: why nothing came. */
const NOTHING: Omit<Answer, 'is'> = {
  stored: [],
  why: '',
  field: null,
  refusals: [],
  retryAfter: null,
  clock: null,
};

/** Nothing answered in time, or at all. */
export const NO_ANSWER: Answer = { ...NOTHING, is: 'not-now' };

function reasonOf(status: number, error: string | null): string {
  const own = error ? `: ${error}` : '.';
  if (status === 401 || status === 403) return `The server does not let this device in (${status})${own}`;
  if (status === 404) return `The server does not know this job (404)${own}`;
  if (status === 413) return `It is larger than the way to the server allows (413)${own}`;
  if (status === 500) return `The server broke on it (500)${own}`;
  return `The server cannot take it now (${status})${own}`;
}

/** Seconds, or a date, as HTTP says when to come again (RFC 9110, 10.2.3). @returns ms from now */
function retryAfterOf(response: Response): number | null {
  const text = response.headers.get('retry-after');
  if (text === null) return null;
  const ms = /^\d+$/.test(text.trim()) ? Number(text) * 1000 : Date.parse(text) - Date.now();
  return Number.isFinite(ms) ? Math.min(Math.max(ms, 0), 3_600_000) : null;
}

/** Whatever answers is read. */
export async function readAnswer(response: Response): Promise<Answer> {
  const { status } = response;
  const json: unknown = await response.json().catch(() => null);
  const ours = response.headers.has(OURS);
  const read = said.safeParse(json).data;
  const { recorded = [], attached, error = null, field = null, refusals = [] } = read ?? {};
  const stored = attached === undefined ? recorded : [...recorded, attached];
  const base = {
    ...NOTHING,
    field,
    refusals,
    retryAfter: retryAfterOf(response),
    clock: ours && read?.now !== undefined ? { now: read.now, running: read.running } : null,
  };
  if (response.ok && stored.length) return { ...base, is: 'stored', stored };
  if (status < 400)
    return {
      ...base,
      is: 'not-us',
      why: 'Something between this device and the server answers in its place, such as the sign-in page of a network.',
    };
  if (error !== null && (ours || refusals.length) && (status === 409 || status === 422 || status === 410))
    return { ...base, is: 'refused', why: error };
  const is = status === 413 || status === 500 || (ours && status === 400) ? 'broken' : 'not-now';
  return { ...base, is, why: reasonOf(status, error) };
}

/** Asks our server, for so long, ms. @returns `NO_ANSWER` where nothing comes in time */
export async function send(path: string, init: RequestInit, wait: number): Promise<Answer> {
  const response = await fetch(path, { ...init, signal: AbortSignal.timeout(wait) }).catch(() => null);
  return response ? readAnswer(response).catch(() => NO_ANSWER) : NO_ANSWER;
}
