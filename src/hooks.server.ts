import { AsyncLocalStorage } from 'node:async_hooks';
import {
  error,
  json,
  type Handle,
  type HandleFetch,
  type HandleServerError,
  type ServerInit,
} from '@sveltejs/kit';
import { v7 as newId } from 'uuid';
import { database, DatabaseFault } from '$server/db/open';
import { begin, end, obeyParent } from '$server/run';
import { now } from '$server/services/company/clock';
import { logError } from '$server/base/log-error';
import { lookAtPlans } from '$server/services/plan/make/follow';
import { makeCurrentPlan } from '$server/services/plan/make/make-plan';
import { openPlanned, type JobWithPlan } from '$server/services/plan/open-planned';
import { Refused } from '$server/base/refused';
import { HEADERS, notThere, notWorking } from '$server/services/customer/gate';
import { compressed } from '$server/base/compress';
import { unavailable } from '$server/base/unavailable';
import { refuseBrokenBody } from '$server/base/whole-body';
import { listWorkers } from '$server/store/workers';
import { OURS } from '$core/units/ours';
import { version } from '$app/environment';

export const init: ServerInit = async () => {
  try {
    await begin();
  } catch (reason) {
    if (!(reason instanceof DatabaseFault)) throw reason;
    console.error(reason.message);
    process.exit(1);
  }
  obeyParent();
  // No thread or timer ends the server: what one of them missed is said, and the rest goes on.
  process.on('uncaughtException', (reason) => console.error('Not caught:', unavailable(reason) ?? reason));
  process.on('unhandledRejection', (reason) => console.error('Not caught:', unavailable(reason) ?? reason));
  process.on('sveltekit:shutdown', end);
};

/** A job that is not there, or not any more, is no fault of the server's. @throws the page that says so */
function asPage<T>(open: () => T): T {
  try {
    return open();
  } catch (reason) {
    if (reason instanceof Refused) error(reason.status, reason.message);
    throw reason;
  }
}

const YEAR = 365 * 86_400;
/** Jobs that were opened for the page that is being made. */
const opened = new AsyncLocalStorage<Map<string, JobWithPlan>>();

/** The households' corner, known or not: nothing of the crew is known there, no cookie is set, no time is told. */
const isHousehold = (path: string): boolean => /^\/k(\/|$)/.test(path);

/** When each request came. */
const began = new WeakMap<Request, number>();

export const handle: Handle = async ({ event, resolve }) => {
  const started = performance.now();
  began.set(event.request, started);
  // A request to an address that we do not have would be made of whoever listens there.
  if (event.isSubRequest && event.route.id === null)
    return json({ message: `There is no ${event.url.pathname} here.` }, { status: 404 });
  refuseBrokenBody(event.request);
  const db = database();
  if (isHousehold(event.url.pathname) || event.route.id?.startsWith('/k/')) {
    const none = (): never => {
      throw new Error('A household’s page opens no job by itself');
    };
    event.locals = {
      db,
      now: () => now(db),
      worker: '',
      device: '',
      open: none,
      openWithPlan: none,
      forget: () => undefined,
    };
    if (event.route.id === null) return compressed(event.request, notThere());
    const answer = await resolve(event);
    // Every page of ours there carries these; an error page of the office does not.
    const ours = answer.headers.get('content-security-policy') === HEADERS['content-security-policy'];
    const leadsOn = answer.status >= 300 && answer.status < 400;
    return compressed(event.request, ours || leadsOn ? answer : notWorking(answer.status));
  }
  const workers = listWorkers(db);
  const wanted = event.cookies.get('worker');
  let device = event.cookies.get('device');
  if (!device) {
    device = newId();
    event.cookies.set('device', device, {
      path: '/',
      maxAge: YEAR,
      sameSite: 'lax',
      secure: event.url.protocol === 'https:',
    });
  }
  // What a page asks of the server itself shares what was opened for the page.
  const jobs = (event.isSubRequest ? opened.getStore() : undefined) ?? new Map<string, JobWithPlan>();
  const clock = () => now(db);
  event.locals = {
    db,
    now: clock,
    worker: workers.find((w) => w.id === wanted)?.id ?? workers[0]?.id ?? '',
    device,
    open: (job) => {
      const known = jobs.get(job) ?? asPage(() => openPlanned(db, job, clock()));
      jobs.set(job, known);
      return known;
    },
    openWithPlan: async (job) => {
      await makeCurrentPlan(db, job, clock).catch((reason: unknown) => console.error(reason));
      return asPage(() => openPlanned(db, job, clock()));
    },
    forget: () => jobs.clear(),
  };
  const response = await opened.run(jobs, () =>
    resolve(event, { filterSerializedResponseHeaders: (name) => name === OURS || name === 'etag' }),
  );
  if (event.request.method !== 'GET') lookAtPlans(database());
  // Programs that read a calendar are told in a line, and nothing of the office.
  if (/^\/feeds(\/|$)/.test(event.url.pathname) && response.status >= 400)
    return new Response('This calendar is not there, or not just now. Ask for its address again.', {
      status: response.status,
      headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store, private' },
    });
  response.headers.set('server-timing', `app;dur=${(performance.now() - started).toFixed(1)}`);
  // By this devices tell our answers from those of whatever is on the way.
  response.headers.set(OURS, version);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  return compressed(event.request, response);
};

/** The server asks itself alone, whatever an address leads to. */
export const handleFetch: HandleFetch = ({ event, request, fetch }) => {
  if (new URL(request.url).origin !== event.url.origin)
    throw new Error(`The server does not ask ${request.url}`);
  return fetch(request);
};

export const handleError: HandleServerError = ({ error: reason, status, event }) => {
  if (reason instanceof Refused) return { message: reason.message };
  if (status === 404)
    return {
      message: `There is no page ${event.url.pathname}.`,
      advice: 'Go back to Today, or look the job up under Jobs.',
    };
  const why = unavailable(reason);
  if (why !== null) {
    console.error(why);
    return { message: why, advice: 'Pages that only show things go on working.' };
  }
  const { url, params, request } = event;
  const asked = began.get(request);
  const took = asked === undefined ? undefined : performance.now() - asked;
  const id = logError({ method: request.method, path: url.pathname, job: params.job, took }, reason);
  return {
    message: 'Something broke on our side. Nothing was half-saved.',
    advice: `Go back and try again. If it breaks again, name this number to whoever looks after Anthem: ${id}.`,
  };
};
