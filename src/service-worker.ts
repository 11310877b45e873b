/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/**
 * Keeps the bench without signal: the last page of every bench that was opened, and what it is built of. With a connection
 * the server always answers; what is kept answers only where it does not.
 */
import { build, files, version } from '$service-worker';
import { z } from 'zod';

const self = globalThis.self as unknown as ServiceWorkerGlobalScope;
const ASSETS = `assets ${version}`;
const PAGES = 'pages';
const assets = new Set([...build, ...files]);

/** Pages that work on the last known data. */
const KEPT = /^\/(jobs\/[0-9a-f-]{36}\/coat)?$/;
/** Where it is kept which bench a piece belongs to. */
const PIECES = '/kept/pieces';

const messageSchema = z.object({
  /** addresses that the page is made of */
  keep: z.array(z.string()).optional(),
  /** ids of the pieces of a bench, and its address */
  pieces: z.array(z.string()).optional(),
  bench: z.string().optional(),
});
const piecesSchema = z.record(z.string(), z.string());

/** Bench by piece. */
async function keptPieces(pages: Cache): Promise<Record<string, string>> {
  const kept: unknown = await (await pages.match(PIECES))?.json();
  return piecesSchema.safeParse(kept).data ?? {};
}

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(tidy()));

async function tidy(): Promise<void> {
  for (const name of await caches.keys()) if (name !== ASSETS && name !== PAGES) await caches.delete(name);
  await self.clients.claim();
}

/** A page tells what it is made of, and which pieces it shows. */
self.addEventListener('message', (event) => {
  const { keep, pieces, bench } = messageSchema.safeParse(event.data).data ?? {};
  if (keep) event.waitUntil(keepAll(keep));
  if (pieces && bench) event.waitUntil(keepPieces(bench, pieces));
});

async function keepAll(urls: readonly string[]): Promise<void> {
  const cache = await caches.open(ASSETS);
  for (const url of urls)
    if (assets.has(new URL(url, location.href).pathname) && !(await cache.match(url)))
      await cache.add(url).catch(() => undefined);
  const pages = await caches.open(PAGES);
  for (const url of urls)
    if (KEPT.test(new URL(url, location.href).pathname)) {
      const page = await fetch(url, { headers: { accept: 'text/html' } }).catch(() => null);
      if (page?.ok) await pages.put(new URL(url, location.href).pathname, page);
    }
}

async function keepPieces(bench: string, pieces: readonly string[]): Promise<void> {
  const pages = await caches.open(PAGES);
  const known = await keptPieces(pages);
  for (const piece of pieces) known[piece] = bench;
  await pages.put(PIECES, Response.json(known));
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== location.origin) return;
  if (assets.has(url.pathname)) event.respondWith(asset(request));
  else if (request.mode === 'navigate') event.respondWith(page(request, url));
});

async function asset(request: Request): Promise<Response> {
  const cache = await caches.open(ASSETS);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

async function page(request: Request, url: URL): Promise<Response> {
  const pages = await caches.open(PAGES);
  try {
    const answer = await fetch(request);
    if (answer.ok && KEPT.test(url.pathname)) await pages.put(url.pathname, answer.clone());
    return answer;
  } catch {
    const kept = await pages.match(url.pathname);
    if (kept) return kept;
    const piece = /^\/p\/([0-9a-f-]{36})$/.exec(url.pathname)?.[1];
    const known = await keptPieces(pages);
    if (piece && known[piece]) return Response.redirect(`${known[piece]}?piece=${piece}`, 302);
    return away([...new Set(Object.values(known))]);
  }
}

/** What is said where nothing is kept. */
const away = (benches: readonly string[]): Response =>
  new Response(
    `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>No connection · Anthem</title>
<body style="font:17px/1.5 sans-serif;background:#f4f1ea;color:#1e2422;padding:24px"><h1>No connection</h1>
<p>This page needs the server. The benches that were opened on this device work without it:</p>
<ul>${benches.map((b, i) => `<li><a href="${b}" style="color:#0a5a55;display:inline-block;min-height:44px">Bench ${i + 1}</a></li>`).join('') || '<li>none yet</li>'}</ul>
<p><a href="/" style="color:#0a5a55">Today</a></p></body></html>`,
    { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } },
  );
