/** What comes back when something is sent: every answer has a class, and only our server's word stores. */
import { describe, expect, it } from 'vitest';
import { OURS } from '$core/units/ours';
import { readAnswer, type AnswerClass } from './answer';

const ours = (status: number, body: unknown, headers: Record<string, string> = {}) =>
  readAnswer(new Response(JSON.stringify(body), { status, headers: { [OURS]: '1', ...headers } }));
const theirs = (status: number, body: string) => readAnswer(new Response(body, { status }));

describe('an answer', () => {
  it('stores only what our server names, and only where it agrees', async () => {
    expect(await ours(200, { recorded: ['a', 'b'] })).toMatchObject({ is: 'stored', stored: ['a', 'b'] });
    expect(await ours(200, { attached: 'p' })).toMatchObject({ is: 'stored', stored: ['p'] });
    expect((await ours(500, { recorded: ['a'] })).stored).toEqual([]);
    for (const body of ['<html>Sign in</html>', '', 'null', '[]', '{"recorded":true}', '{"recorded":[1]}'])
      expect(await theirs(200, body)).toMatchObject({ is: 'not-us', stored: [], refusals: [] });
  });

  it.each<[number, AnswerClass]>([
    [400, 'broken'],
    [401, 'not-now'],
    [403, 'not-now'],
    [404, 'not-now'],
    [408, 'not-now'],
    [409, 'refused'],
    [410, 'refused'],
    [413, 'broken'],
    [422, 'refused'],
    [429, 'not-now'],
    [500, 'broken'],
    [502, 'not-now'],
    [503, 'not-now'],
    [504, 'not-now'],
  ])('of our server with status %i is %s, with its reason', async (status, is) => {
    const answer = await ours(status, { error: 'The reason.' });
    expect(answer.is).toBe(is);
    expect(answer.why).toContain('The reason.');
  });

  it.each([403, 409, 410, 422, 502])('of something else with status %i is never final', async (status) => {
    expect((await theirs(status, '{"error":"No."}')).is).toBe('not-now');
  });

  it('says when to come again, and what time it is', async () => {
    expect((await ours(429, {}, { 'retry-after': '30' })).retryAfter).toBe(30_000);
    const date = new Date(Date.now() + 90_000).toUTCString();
    const wait = (await ours(503, {}, { 'retry-after': date })).retryAfter ?? 0;
    expect(wait).toBeGreaterThan(80_000);
    expect(wait).toBeLessThanOrEqual(90_000);
    expect((await ours(503, {}, { 'retry-after': 'soon' })).retryAfter).toBeNull();
    expect((await ours(200, { recorded: ['a'], now: 5, running: false })).clock).toEqual({
      now: 5,
      running: false,
    });
    expect((await theirs(200, '{"now":5}')).clock).toBeNull();
  });
});
