/**
 * What pages are given: the server's answer, kept on this device; where it does not answer in time, what was kept last, with
 * its age. Only our own server's answers are kept.
 */
import { error } from '@sveltejs/kit';
import { browser } from '$app/environment';
import { OURS } from '$core/units/ours';
import { deviceStore, storeInTheEnd, type KeptAnswer } from './store';

type Fetch = typeof fetch;

/** Answers of another shape than this are not read: raised when a page would no longer understand what an older one kept. */
const SHAPE = 2;
/** How long an answer is waited for, ms: where something is kept, and where nothing is. */
export const WAIT_KEPT = 3000;
export const WAIT = 20_000;

/** The device's own clock as it goes on in one page, whatever is set meanwhile, ms since 1970. */
export const steady = (): number => performance.timeOrigin + performance.now();

/** Whether the page goes on by itself. */
let isLive = false;
export const pageIsLive = (): void => void (isLive = true);
/** Whether the server wrote this answer into the page: it is as old as the page then. */
export const isWrittenIn = (path: string): boolean =>
  browser &&
  !isLive &&
  document.querySelector(`script[data-sveltekit-fetched][data-url="${CSS.escape(path)}"]`) !== null;

export interface Given<T> {
  data: T;
  /** when it was asked for, by the device's own clock, ms since 1970 */
  askedAt: number;
  /** the server did not answer: it is what this device kept */
  kept: boolean;
}

/** What is kept under an address; null where nothing is, or nothing of this shape. */
export async function keptAnswer<T>(path: string): Promise<Given<T> | null> {
  try {
    const kept = await (await deviceStore()).get('answers', path);
    if (kept?.shape !== SHAPE) return null;
    return { data: kept.data as T, askedAt: kept.askedAt, kept: true };
  } catch {
    return null;
  }
}

/** Keeps an answer, however long the storage takes to open. @throws Error where this device stores nothing */
export async function keepAnswer(path: string, data: unknown, askedAt: number): Promise<void> {
  const entry: KeptAnswer = { path, data, askedAt, shape: SHAPE };
  await (await storeInTheEnd()).put('answers', entry);
}
/** Keeps an answer; a device that stores nothing goes on without. */
const keep = (path: string, data: unknown, askedAt: number): void =>
  void keepAnswer(path, data, askedAt).catch(() => undefined);

/** An answer of our server that is one; null for what something else says, and for nothing in time. */
export async function askServer(fetch: Fetch, path: string, wait: number, init: RequestInit = {}) {
  if (browser && !navigator.onLine) return null;
  try {
    const answer = await fetch(path, browser ? { ...init, signal: AbortSignal.timeout(wait) } : init);
    if (browser && !answer.headers.has(OURS)) return null;
    if (answer.status === 304) return { status: 304, body: null };
    return { status: answer.status, body: (await answer.json()) as unknown };
  } catch (reason) {
    if (!browser) throw reason;
    return null;
  }
}

/** @throws the error page for what our server refuses, such as a job that is not there */
export function refusedBy(status: number, body: unknown): never {
  const said = (body ?? {}) as { message?: string; advice?: string };
  error(status, {
    message: said.message ?? `The server answered ${status}.`,
    ...(said.advice ? { advice: said.advice } : {}),
  });
}

/** @throws the error page that says that nothing is kept here, and nobody answers */
export const nothingHere = (): never =>
  error(503, {
    message: 'The server does not answer, and this device keeps nothing of this page.',
    advice: 'Open it once while there is a connection: then it works without one.',
  });

/**
 * @param path of an answer in JSON
 * @throws the error page of the server, or one that says that nothing is kept here
 */
export async function given<T>(fetch: Fetch, path: string): Promise<Given<T>> {
  const isWritten = isWrittenIn(path);
  const askedAt = isWritten ? performance.timeOrigin : steady();
  const kept = browser && !isWritten ? await keptAnswer<T>(path) : null;
  const answer = await askServer(fetch, path, kept ? WAIT_KEPT : WAIT);
  // A server that is overloaded or broken is no reason to show nothing.
  if (!answer || (answer.status >= 500 && browser)) {
    const last = kept ?? (await keptAnswer<T>(path));
    return last ?? (answer ? refusedBy(answer.status, answer.body) : nothingHere());
  }
  if (answer.status >= 400) refusedBy(answer.status, answer.body);
  if (browser) keep(path, answer.body, askedAt);
  return { data: answer.body as T, askedAt, kept: false };
}

/** Keeps an answer that a page may want without signal, where this device keeps none of it yet. */
export async function keepAhead(path: string): Promise<void> {
  if (await keptAnswer(path)) return;
  const askedAt = steady();
  const answer = await askServer(fetch, path, WAIT);
  if (answer?.status === 200) keep(path, answer.body, askedAt);
}
