import { MINUTE } from '$core/units/durations';
import { expect, it } from 'vitest';
import { minutesOf } from './house-hours';

const T0 = 1000 * MINUTE;
const span = (from: number, to: number) => ({ from: T0 + from * MINUTE, to: T0 + to * MINUTE });

it('spans become minutes of the horizon, cut at its ends, together where they meet', () => {
  expect(minutesOf([span(-30, 10), span(20, 30), span(30, 45), span(90, 200)], T0, 100)).toEqual([
    [0, 10],
    [20, 45],
    [90, 100],
  ]);
});

it('a minute that is begun is taken whole; what lies outside, or has no length, takes none', () => {
  expect(minutesOf([span(4.5, 7.5)], T0, 100)).toEqual([[4, 8]]);
  expect(minutesOf([span(-20, 0), span(100, 130), span(50, 50)], T0, 100)).toEqual([]);
});
