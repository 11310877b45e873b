import { AsyncLocalStorage } from 'node:async_hooks';
import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { v7 as newId } from 'uuid';
import { database } from '$server/db/open';
import { begin, end, obeyParent } from '$server/run';
import { now } from '$server/services/company/clock';
import { lookAtPlans } from '$server/services/plan/make/follow';
import { makeCurrentPlan } from '$server/services/plan/make/make-plan';
import { openPlanned, type JobWithPlan } from '$server/services/plan/open-planned';
import { Refused } from '$server/refused';
import { compressed } from '$server/compress';
import { unavailable } from '$server/unavailable';
import { listWorkers } from '$server/store/workers';
import { OURS } from '$core/units/ours';
import { version } from '$app/environment';

export const init: ServerInit = async () => {
  await begin();
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

/** Pages of households: nothing of the crew is known there, no cookie is set, no time is told. */
const isHousehold = (path: string): boolean => path.startsWith('/k/');

export const handle: Handle = async ({ event, resolve }) => {
  const db = database();
  if (isHousehold(event.url.pathname)) {
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
    const answer = await resolve(event);
    answer.headers.set('referrer-policy', 'strict-origin');
    answer.headers.set('x-robots-tag', 'noindex, nofollow, noarchive');
    answer.headers.set('cache-control', 'no-store, private');
    return compressed(event.request, answer);
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
  const started = performance.now();
  const response = await opened.run(jobs, () =>
    resolve(event, { filterSerializedResponseHeaders: (name) => name === OURS || name === 'etag' }),
  );
  if (event.request.method !== 'GET') lookAtPlans(database());
  response.headers.set('server-timing', `app;dur=${(performance.now() - started).toFixed(1)}`);
  // By this devices tell our answers from those of whatever is on the way.
  response.headers.set(OURS, version);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  return compressed(event.request, response);
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
  console.error(reason);
  return {
    message: 'Something broke on our side. Nothing was half-saved.',
    advice: 'Go back and try again. If it breaks again, note the time and what you did.',
  };
};
