import { expect, it } from 'vitest';
import { seeded } from '$core/units/random';
import { earliestRun } from '../model/calendar';
import type { Interval } from '../model/problem';
import { NEVER } from '../model/earliest';
import { OpenTime } from './open-time';

it('agrees with runs that are looked for minute by minute', () => {
  const r = seeded(7);
  for (let round = 0; round < 60; round++) {
    const open: Interval[] = [];
    let t = Math.floor(r() * 4);
    for (let k = 0; k < 4; k++) {
      const to = t + 1 + Math.floor(r() * 7);
      open.push([t, to]);
      t = to + 1 + Math.floor(r() * 5);
    }
    const pausable = r() < 0.5;
    const work = Math.floor(r() * 8);
    const times = new OpenTime(open, pausable);
    const runs = Array.from({ length: t + 3 }, (_, s) => earliestRun(open, s, work, pausable));
    const starts = [...new Set(runs.flatMap((run) => (run ? [run[0]] : [])))];
    for (const [s, run] of runs.entries()) {
      expect(times.startFrom(s, work)).toBe(run?.[0] ?? NEVER);
      expect(times.endFrom(s, work)).toBe(run?.[1] ?? NEVER);
      expect(times.startUntil(s, work)).toBe(Math.max(-1, ...starts.filter((x) => x <= s)));
      const by = starts.filter((x) => (runs[x]?.[1] ?? NEVER) <= s);
      expect(times.startToEndBy(s, work)).toBe(Math.max(-1, ...by));
      const least = runs.findIndex((x) => (x?.[1] ?? NEVER) >= s);
      if (least >= 0) expect(times.leastToEndFrom(s, work)).toBe(least);
    }
  }
});
