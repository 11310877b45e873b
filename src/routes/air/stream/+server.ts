import { unavailable } from '$server/unavailable';
import { readingsStamp } from '$server/store/readings';
import { PLACES } from '$core/air/places';
import type { RequestHandler } from './$types';

/** How often it is looked whether a reading came in, ms. */
const PACE = 1000;

/** Server-sent events: one whenever a reading came in anywhere. */
export const GET: RequestHandler = ({ locals, request, url }) => {
  const { db } = locals;
  const stamp = (): string => PLACES.map((p) => readingsStamp(db, p)).join('/');
  let timer: ReturnType<typeof setInterval> | undefined;
  const stop = () => clearInterval(timer);
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const text = new TextEncoder();
      // What came in after the page was made, and before it listened, is told at once.
      let known = url.searchParams.get('known') ?? stamp();
      controller.enqueue(text.encode(': listening\n\n'));
      timer = setInterval(() => {
        if (!db.open) return stop();
        try {
          const seen = stamp();
          if (seen !== known) controller.enqueue(text.encode(`data: ${JSON.stringify(seen)}\n\n`));
          known = seen;
        } catch (error) {
          // It is heard again the next time.
          console.error(unavailable(error) ?? error);
        }
      }, PACE);
      timer.unref();
    },
    cancel: stop,
  });
  request.signal.addEventListener('abort', stop);
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  });
};
