/** The gate before the page of a household: who comes with a right link is let in, everybody else is told one thing, and slowly. */
import type { Db } from '../../db/open';
import type { CustomerLink } from '../../store/customers';
import { openLink } from './links';
import { SlowDown } from './slow-down';

const slow = new SlowDown();

/** A page that says one thing, and names nobody. */
const saying = (title: string, words: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="robots" content="noindex"><title>${title}</title><body style="font:18px/1.5 sans-serif;background:#f4f1ea;color:#1e2422;padding:24px"><h1>${title}</h1><p>${words}</p></body></html>`;

/** What anybody is told who has no right link, whatever is wrong with it. */
export const NOT_THERE = saying(
  'This page is not there',
  'The link may be old, or not whole. Ask your painter for a new one.',
);
const TOO_MANY = saying(
  'One moment',
  'This page was opened very often just now. Wait a minute and open it again.',
);
const NOT_SENT = saying(
  'That did not arrive whole',
  'Nothing was sent. Go back and send it again; with little signal, send one photo at a time.',
);
const NOT_WORKING = saying(
  'This page does not work just now',
  'The fault is on our side, and nothing was half-saved. Try again in a few minutes, or call your painter.',
);

/** Of every answer: kept nowhere, listed nowhere, named to nobody; no script, nothing from elsewhere. */
export const HEADERS: Record<string, string> = {
  'cache-control': 'no-store, private',
  // Its host alone, never its path: a form that is sent has to say where it comes from.
  'referrer-policy': 'strict-origin',
  'x-robots-tag': 'noindex, nofollow, noarchive',
  'x-content-type-options': 'nosniff',
  'content-security-policy':
    "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'",
};

const html = (body: string, status: number, more: Record<string, string> = {}): Response =>
  new Response(body, {
    status,
    headers: { ...HEADERS, 'content-type': 'text/html; charset=utf-8', ...more },
  });
export const notThere = (): Response => html(NOT_THERE, 404);
/** What a household is told where a page of its own broke, or what it sent could not be read. */
export const notWorking = (status: number): Response =>
  html(status < 500 ? NOT_SENT : NOT_WORKING, status < 400 ? 500 : status);
export const page = (body: string, status = 200): Response => html(body, status);

interface Visitor {
  token: string;
  address: string;
  /** of the company, ms since 1970; and of the machine, which no demo sets */
  now: number;
  real: number;
}

interface Gate {
  link: CustomerLink | null;
  /** the answer where it stays shut */
  answer: Response | null;
  /** how long that is held back, ms */
  wait: number;
}

/**
 * @param guard its memory, which tests bring of their own
 * @param log where a refusal is written, without the link
 */
export function gate(
  db: Db,
  { token, address, now, real }: Visitor,
  guard: SlowDown = slow,
  log: (line: string) => void = (line) => console.error(line),
): Gate {
  const link = openLink(db, token, now);
  if (typeof link === 'string') {
    const wait = guard.wrong(address, real);
    log(`A customer’s link was refused: ${link}, from ${address}, held back ${wait} ms`);
    return { link: null, answer: notThere(), wait };
  }
  if (guard.isTooMany(`link ${link.id}`, real) || guard.isTooMany(`address ${address}`, real)) {
    log(`A customer’s page was opened too often from ${address}`);
    return { link: null, answer: html(TOO_MANY, 429, { 'retry-after': '60' }), wait: 0 };
  }
  return { link, answer: null, wait: 0 };
}

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Opens the gate for a request, or answers it. */
export async function through(
  db: Db,
  visitor: Visitor,
  open: (link: CustomerLink) => Response | Promise<Response>,
): Promise<Response> {
  const { link, answer, wait } = gate(db, visitor);
  if (link) return open(link);
  await pause(wait);
  return answer ?? notThere();
}
