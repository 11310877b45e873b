/** A network between a phone and the server that delays, cuts, answers in the server's place and sends things twice. */
import { createServer, request, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

export interface Asked {
  method: string;
  path: string;
}
/**
 * What becomes of a request: `pass`; `hang`, where no answer ever comes; `cut`, where the connection ends in the middle of the
 * answer; `deaf`, where the server does its work and its answer is lost; `twice`, where the server is asked twice; or an answer
 * in the server's place.
 */
export type Fate =
  | 'pass'
  | 'hang'
  | 'cut'
  | 'deaf'
  | 'twice'
  | { status: number; type?: string; body: string };

export interface Proxy {
  url: string;
  /** decides about each request; everything passes until it is set */
  decide: (asked: Asked) => Fate;
  /** requests so far */
  asked: Asked[];
  /** from now on asks this server */
  to: (server: string) => void;
  end: () => void;
}

interface Answer {
  status: number;
  headers: IncomingMessage['headers'];
  body: Buffer;
}

const ask = (server: string, req: IncomingMessage, body: Buffer): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const to = new URL(req.url ?? '/', server);
    const asking = request(
      to,
      {
        method: req.method,
        headers: {
          ...req.headers,
          host: to.host,
          ...(req.headers.origin ? { origin: to.origin } : {}),
          'accept-encoding': 'identity',
          connection: 'close',
        },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 502,
            headers: answer.headers,
            body: Buffer.concat(parts),
          }),
        );
        answer.on('error', reject);
      },
    );
    asking.on('error', reject);
    asking.end(body);
  });

function give(res: ServerResponse, { status, headers, body }: Answer, isCut: boolean): void {
  const { 'transfer-encoding': _, ...kept } = headers;
  res.writeHead(status, { ...kept, 'content-length': String(body.length) });
  if (!isCut) return void res.end(body);
  res.write(body.subarray(0, Math.floor(body.length / 2)));
  setTimeout(() => res.destroy(), 20);
}

/** @param first the server that it asks */
export async function startProxy(first: string): Promise<Proxy> {
  let server = first;
  const proxy: Proxy = {
    url: '',
    decide: () => 'pass',
    asked: [],
    to: (url) => (server = url),
    end: () => {
      http.closeAllConnections();
      http.close();
    },
  };
  const http = createServer((req, res) => {
    const parts: Buffer[] = [];
    req.on('data', (part: Buffer) => parts.push(part));
    req.on('end', () => void handle(req, res, Buffer.concat(parts)).catch(() => res.destroy()));
  });
  async function handle(req: IncomingMessage, res: ServerResponse, body: Buffer): Promise<void> {
    const asked = { method: req.method ?? 'GET', path: req.url ?? '/' };
    // Streams are no matter of this network: a page asks where nothing is told.
    if (asked.path.includes('/stream')) return void res.writeHead(503).end();
    proxy.asked.push(asked);
    const fate = proxy.decide(asked);
    if (fate === 'hang') return;
    if (typeof fate === 'object') {
      res.writeHead(fate.status, { 'content-type': fate.type ?? 'text/html' }).end(fate.body);
      return;
    }
    const answer = await ask(server, req, body);
    if (fate === 'twice') await ask(server, req, body);
    if (fate === 'deaf') return void res.destroy();
    give(res, answer, fate === 'cut');
  }
  await new Promise<void>((listening) => http.listen(0, '127.0.0.1', listening));
  proxy.url = `http://localhost:${(http.address() as AddressInfo).port}`;
  return proxy;
}
