/**
 * One stream for all pages of a browser: a browser has six connections to a server, and a stream takes one for as long as its page is open.
 * The page that holds the lock listens and tells the others; where there are no locks nobody streams, and each page asks.
 */

export interface Listening {
  /** whether the server is heard by a page of this browser */
  onopen: () => void;
  /** nobody hears it just now */
  onlost: () => void;
  onmessage: (data: string) => void;
}

/**
 * @param name of the stream, the same on all pages
 * @returns ends it for this page; another one takes over
 */
export function oneStream(
  name: string,
  address: string,
  { onopen, onlost, onmessage }: Listening,
): () => void {
  const channel = new BroadcastChannel(name);
  channel.onmessage = ({ data }: MessageEvent<string>) => onmessage(data);
  const left = new AbortController();
  if (!navigator.locks) onlost();
  else
    void navigator.locks
      .request(name, { signal: left.signal }, () => {
        const source = new EventSource(address);
        source.onopen = onopen;
        source.onerror = onlost;
        source.onmessage = ({ data }: MessageEvent<unknown>) => {
          onmessage(String(data));
          channel.postMessage(String(data));
        };
        return new Promise<void>((done) =>
          left.signal.addEventListener('abort', () => {
            source.close();
            done();
          }),
        );
      })
      // It was left before its turn came.
      .catch(() => undefined);
  return () => {
    left.abort();
    channel.close();
  };
}
