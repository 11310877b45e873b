/** What is sent to the server and does not arrive whole, or is not what it says it is. */
import { error } from '@sveltejs/kit';

const READERS = ['formData', 'json', 'text', 'arrayBuffer', 'blob'] as const;

/**
 * A request whose body cannot be read is refused in words, whoever reads it: a phone that lost its signal half-way, a form that
 * is none.
 * @param request is changed in place
 */
export function refuseBrokenBody(request: Request): void {
  for (const reader of READERS) {
    const read = request[reader].bind(request) as () => Promise<never>;
    request[reader] = async () => {
      try {
        return await read();
      } catch (reason) {
        // What is larger than the server takes says so itself.
        if (reason !== null && typeof reason === 'object' && 'status' in reason) throw reason;
        error(400, {
          message: 'What was sent did not arrive whole, or cannot be read. Nothing was saved.',
          advice: 'Go back and send it again; with little signal, send photos one at a time.',
        });
      }
    };
  }
}
