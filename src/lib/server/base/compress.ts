/** Pages travel compressed: a phone in a kitchen has little signal. Files of the build are compressed when it is made. */
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';

/** A stream of events is never whole: it goes out as it comes. */
const TYPES = /^(text\/(?!event-stream)|application\/json|image\/svg\+xml)/;
/** Smaller answers fit one packet as they are, bytes. */
const LEAST = 1400;
const pack = promisify(gzip);

/** The answer compressed where the asker takes it and it is worth it; otherwise as it was. */
export async function compressed(request: Request, response: Response): Promise<Response> {
  const { headers } = response;
  const takes = /\bgzip\b/.test(request.headers.get('accept-encoding') ?? '');
  if (
    !takes ||
    !response.body ||
    headers.has('content-encoding') ||
    !TYPES.test(headers.get('content-type') ?? '')
  )
    return response;
  const plain = Buffer.from(await response.arrayBuffer());
  const small = plain.length < LEAST;
  const body = new Uint8Array(small ? plain : await pack(plain));
  const out = new Response(body, { status: response.status, headers });
  out.headers.set('vary', 'accept-encoding');
  out.headers.set('content-length', String(body.length));
  if (!small) out.headers.set('content-encoding', 'gzip');
  return out;
}
