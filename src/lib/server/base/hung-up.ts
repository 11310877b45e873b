/** Whether an asker is still there: a request's own signal says nothing more once its body is read. */
import type { RequestEvent } from '@sveltejs/kit';

/** @returns a signal that is aborted when the connection is closed before the answer is sent */
export function hungUp({ request, platform }: Pick<RequestEvent, 'request' | 'platform'>): AbortSignal {
  const gone = new AbortController();
  const socket = platform?.req?.socket;
  const end = () => gone.abort();
  request.signal.addEventListener('abort', end);
  socket?.once('close', end);
  if (request.signal.aborted || socket?.destroyed) end();
  return gone.signal;
}
