/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/**
 * Opens pages without signal. A build of the application is kept whole or not at all, and the one before it as long as pages
 * of it may be open. Pages that are used in a house are then made on the device from its own data (`ui/device`); of the plan
 * and the survey the last page is kept as it was. Only what our own server said is ever kept.
 */
import { build, files, version } from '$service-worker';
import { OURS } from '$core/units/ours';

const self = globalThis.self as unknown as ServiceWorkerGlobalScope;
const BUILD = 'build ';
const PAGES = 'pages';
const SHELL = '/shell';
const assets = new Set([...build, ...files]);

/** Pages that are made on the device. */
const MADE_HERE =
  /^\/$|^\/rounds$|^\/p\/[0-9a-f-]{36}$|^\/jobs\/[0-9a-f-]{36}\/(coat|take-down|hang|hand-over|check|scan|plan\/mix)$/;
/** Pages that are kept as they were. */
const KEPT = /^\/jobs\/[0-9a-f-]{36}\/(plan|survey)$/;
/** How long the server is waited for where there is something else to show, ms. */
const WAIT = 3000;
/** A page that was kept so lately is not fetched again, ms. */
const FRESH = 600_000;
/** When a kept page was kept, by the device's clock. */
const KEPT_AT = 'x-kept-at';

const isOurs = (answer: Response): boolean => answer.headers.has(OURS);

self.addEventListener('install', (event) => event.waitUntil(keepBuild()));
self.addEventListener('activate', (event) => event.waitUntil(tidy()));

/** What a file of the build is served as; a sign-in page in its place is not it. */
function isAsset(url: string, answer: Response): boolean {
  const type = answer.headers.get('content-type') ?? '';
  if (!answer.ok) return false;
  if (url === SHELL) return isOurs(answer);
  if (url.endsWith('.js')) return type.includes('javascript');
  if (url.endsWith('.css')) return type.includes('css');
  return !type.includes('text/html');
}

/** @throws where one file of the build cannot be had: the build that is kept serves on */
async function keepBuild(): Promise<void> {
  const cache = await caches.open(BUILD + version);
  const had = new Set((await cache.keys()).map((r) => new URL(r.url).pathname));
  const wanted = [SHELL, ...assets].filter((url) => !had.has(url));
  // A few at a time: whoever uses the page goes first.
  const next = wanted.values();
  const fetchSome = async () => {
    for (const url of next) {
      const answer = await fetch(url, { cache: url === SHELL ? 'no-store' : 'default' });
      if (!isAsset(url, answer)) throw new Error(`${url} is not to be had`);
      await cache.put(url, answer);
    }
  };
  await Promise.all([fetchSome(), fetchSome(), fetchSome()]);
  await self.skipWaiting();
}

/** Forgets builds but for this one and the one before. */
async function tidy(): Promise<void> {
  const builds = (await caches.keys()).filter((name) => name.startsWith(BUILD));
  const before = builds.filter((name) => name !== BUILD + version).at(-1);
  for (const name of await caches.keys())
    if (name !== BUILD + version && name !== before && name !== PAGES) await caches.delete(name);
  await self.clients.claim();
}

/** A page that is open asks to be kept as it is on the server. */
self.addEventListener('message', (event) => {
  const { keep } = (event.data ?? {}) as { keep?: unknown };
  if (typeof keep === 'string' && KEPT.test(keep)) event.waitUntil(keepPage(keep));
});

async function keepPage(path: string): Promise<void> {
  const had = await (await caches.open(PAGES)).match(path);
  if (had && Date.now() - Number(had.headers.get(KEPT_AT)) < FRESH) return;
  const answer = await fetch(path, { headers: { accept: 'text/html' } }).catch(() => null);
  if (answer?.ok && isOurs(answer)) await putPage(path, answer);
}

async function putPage(path: string, answer: Response): Promise<void> {
  const headers = new Headers(answer.headers);
  headers.set(KEPT_AT, String(Date.now()));
  const pages = await caches.open(PAGES);
  await pages.put(path, new Response(await answer.blob(), { status: answer.status, headers }));
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== location.origin) return;
  if (assets.has(url.pathname) || url.pathname.startsWith('/_app/immutable/'))
    event.respondWith(asset(request, url.pathname));
  else if (request.mode === 'navigate') event.respondWith(page(event, request, url.pathname));
});

/** Files of a build never change under their name, whichever build it is. */
async function asset(request: Request, path: string): Promise<Response> {
  const own = await (await caches.open(BUILD + version)).match(path);
  return own ?? (await caches.match(path)) ?? fetch(request);
}

/** The whole answer of the server; null where none comes in time. */
async function inTime(request: Request): Promise<Response | null> {
  const late = new Promise<null>((done) => setTimeout(() => done(null), WAIT));
  const whole = async () => {
    const answer = await fetch(request);
    if (answer.type === 'opaqueredirect') return answer;
    // What is cut on the way is no page.
    const body = await answer.blob();
    const { status, statusText, headers } = answer;
    return new Response(body, { status, statusText, headers });
  };
  return Promise.race([whole().catch(() => null), late]);
}

async function page(event: FetchEvent, request: Request, path: string): Promise<Response> {
  const isMadeHere = MADE_HERE.test(path);
  if (!isMadeHere && !KEPT.test(path)) return fetch(request).catch(() => shell());
  const answer = await inTime(request);
  if (answer && isOurs(answer) && answer.status < 500) {
    if (answer.ok && KEPT.test(path)) event.waitUntil(putPage(path, answer.clone()));
    return answer;
  }
  return isMadeHere ? shell() : keptPage(path);
}

const shell = async (): Promise<Response> =>
  (await (await caches.open(BUILD + version)).match(SHELL)) ?? (await caches.match(SHELL)) ?? away();

/** A page as it was kept, which says so. */
async function keptPage(path: string): Promise<Response> {
  const kept = await (await caches.open(PAGES)).match(path);
  if (!kept) return shell();
  const at = new Date(Number(kept.headers.get(KEPT_AT)));
  const when = at.toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });
  const note = `<p role="status" style="margin:0;padding:8px 20px;background:#fff3d6;color:#1e2422;border-left:6px solid #9a6a00;font:15px/1.5 sans-serif"><b>No connection.</b> This page is shown as it was kept on this device: ${when}. It can be read, not changed.</p>`;
  const text = (await kept.text()).replace(/<body[^>]*>/, (body) => body + note);
  return new Response(text, { headers: { 'content-type': 'text/html; charset=utf-8' } });
}

/** What is said where not even the application is kept. */
const away = (): Response =>
  new Response(
    `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>No connection · Anthem</title>
<body style="font:17px/1.5 sans-serif;background:#f4f1ea;color:#1e2422;padding:24px"><h1>No connection</h1>
<p>The server does not answer, and this device does not keep Anthem yet. Open it once while there is a connection: then the pages that are used in a house work without one.</p></body></html>`,
    { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } },
  );
