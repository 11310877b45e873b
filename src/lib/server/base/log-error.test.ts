import { expect, it } from 'vitest';
import { logError } from './log-error';

it('is a line with its number, the address, the job and how long it took', () => {
  const lines: [string, unknown][] = [];
  const reason = new Error('broken');
  const write = (line: string, why: unknown) => void lines.push([line, why]);
  const first = logError({ method: 'POST', path: '/jobs/7/coat', job: '7', took: 12.4 }, reason, write);
  const second = logError({ method: 'GET', path: '/air', job: undefined, took: undefined }, reason, write);
  expect(first).toMatch(/^[0-9a-f]{8}$/);
  expect(second).not.toBe(first);
  expect(lines).toEqual([
    [`Error ${first}: POST /jobs/7/coat, job 7, 12 ms:`, reason],
    [`Error ${second}: GET /air:`, reason],
  ]);
});
