import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { keepInTheEnd } from './given';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('what cannot be kept at once, since the storage opens late, is kept in the end', async () => {
  let tries = 0;
  keepInTheEnd(() =>
    ++tries < 3 ? Promise.reject(new Error('The storage does not open')) : Promise.resolve(),
  );
  expect(tries).toBe(1);
  await vi.runAllTimersAsync();
  expect(tries).toBe(3);
});

it('a device that stores nothing is left alone after some tries', async () => {
  let tries = 0;
  keepInTheEnd(() => {
    tries++;
    return Promise.reject(new Error('There is no storage'));
  });
  await vi.runAllTimersAsync();
  expect(tries).toBe(4);
});
