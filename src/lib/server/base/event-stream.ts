/** Server-sent events: something is looked at again and again, and what is new of it is told. */
import type { Db } from '../db/open';
import { unavailable } from './unavailable';

/**
 * @param pace between two looks, ms
 * @param first told at once; null for nothing
 * @param look what is new, as one line of text; null where nothing is
 */
export function eventStream(
  db: Db,
  request: Request,
  pace: number,
  first: string | null,
  look: () => string | null,
): Response {
  let timer: ReturnType<typeof setInterval> | undefined;
  const stop = () => clearInterval(timer);
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const text = new TextEncoder();
      const tell = (line: string) => controller.enqueue(text.encode(`data: ${line}\n\n`));
      controller.enqueue(text.encode(': listening\n\n'));
      if (first !== null) tell(first);
      timer = setInterval(() => {
        if (!db.open) return stop();
        try {
          const news = look();
          if (news !== null) tell(news);
        } catch (error) {
          // It is looked at again the next time.
          console.error(unavailable(error) ?? error);
        }
      }, pace);
      timer.unref();
    },
    cancel: stop,
  });
  request.signal.addEventListener('abort', stop);
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  });
}
