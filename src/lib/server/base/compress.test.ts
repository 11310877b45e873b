import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { compressed } from './compress';

const ask = (encoding: string) =>
  new Request('http://localhost/', { headers: { 'accept-encoding': encoding } });
const page = (text: string, headers: Record<string, string> = {}) =>
  new Response(text, { status: 422, headers: { 'content-type': 'text/html; charset=utf-8', ...headers } });
const LONG = '<p>Flip 14 doors</p>'.repeat(500);

describe('compressed answers', () => {
  it('hold the same text, shorter, with their status and headers', async () => {
    const out = await compressed(ask('br, gzip'), page(LONG, { 'x-kept': 'yes' }));
    const bytes = Buffer.from(await out.arrayBuffer());
    expect(gunzipSync(bytes).toString()).toBe(LONG);
    expect(bytes.length).toBeLessThan(LONG.length / 10);
    expect(out.status).toBe(422);
    expect(Object.fromEntries(out.headers)).toMatchObject({
      'content-encoding': 'gzip',
      'content-length': String(bytes.length),
      vary: 'accept-encoding',
      'x-kept': 'yes',
    });
  });

  it('that never end go out as they come', async () => {
    const stream = new ReadableStream({ start: (c) => c.enqueue(new TextEncoder().encode('data: 1\n\n')) });
    const events = new Response(stream, { headers: { 'content-type': 'text/event-stream' } });
    const out = await compressed(ask('gzip'), events);
    const first = await out.body?.getReader().read();
    expect(new TextDecoder().decode(first?.value as Uint8Array)).toBe('data: 1\n\n');
  });

  it('stay as they were where that is asked, short, packed already or no text', async () => {
    for (const [request, response] of [
      [ask('identity'), page(LONG)],
      [ask('gzip'), page('short')],
      [ask('gzip'), page(LONG, { 'content-encoding': 'br' })],
      [ask('gzip'), page(LONG, { 'content-type': 'application/pdf' })],
    ] as const) {
      const text = await response.clone().text();
      const out = await compressed(request, response);
      expect(await out.text()).toBe(text);
      expect(out.headers.get('content-encoding')).not.toBe('gzip');
    }
  });
});
