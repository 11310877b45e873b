/** Figures of Lasting: Turnbull's estimate of 5,000 intervals, and the page over six hundred jobs of 45 pieces. */
import { lastingView, reasonsFor, type LastingQuery } from '../src/lib/core/durability/lasting';
import { readRecords } from '../src/lib/core/durability/stored-record';
import { turnbull } from '../src/lib/core/durability/statistics/turnbull';
import { simulate } from '../tests/reference/durability/simulated';
import type { Row } from './bench-plan';

const VISITS = [7, 30, 182, 365, 730, 1095, 1461, 1826];
const ms = (n: number): string => `${n < 10 ? n.toFixed(2) : n.toFixed(0)} ms`;

function timed<T>(act: () => T): [number, T] {
  const from = performance.now();
  const made = act();
  return [performance.now() - from, made];
}

export function lastingRows(): Row[] {
  const records = simulate(
    {
      ...{ shape: 1.2, scale: 5000, variance: 0.3, kitchens: 600, pieces: 45, visits: VISITS, jitter: 0.06 },
      kitchenTraits: (k) => ({
        system: `system ${k % 5}`,
        gloss: k % 7 ? 'sanded' : 'nothing',
        season: `season ${k % 4}`,
      }),
      traits: (_, i) => ({
        place: ['by the stove', 'at the sink', 'elsewhere', 'elsewhere'][i % 4] ?? '',
        form: i % 2 ? 'door' : 'drawer',
        wood: i % 3 ? 'oak' : 'maple',
      }),
      batches: (k) => [`can ${Math.floor(k / 3)}`],
    },
    1,
  );
  const stored = records.map(({ job, ...body }) => ({ job, body: JSON.stringify(body) }));
  const [reading, read] = timed(() => readRecords(stored));
  const query: LastingQuery = { by: 'system', kind: null, spell: 1, now: 2000 * 86_400_000, warranty: 730 };
  const [first] = timed(() => lastingView(read, query));
  const again = Array.from({ length: 5 }, () => timed(() => lastingView(read, query))[0]).sort(
    (a, b) => a - b,
  );
  const changed = Array.from({ length: 5 }, () => timed(() => lastingView([...read], query))[0]).sort(
    (a, b) => a - b,
  );
  const [other] = timed(() => lastingView(read, { ...query, by: 'place' }));
  const [why] = timed(() => reasonsFor(read, null));
  const intervals = read
    .flatMap((r) => r.pieces)
    .slice(0, 5000)
    .map((p) => {
      const looks = p.spells[0]?.looks ?? [];
      const failed = looks.find((l) => l.failure !== null);
      const left = looks.filter((l) => l.failure === null).at(-1)?.day ?? 0;
      return { left, right: failed ? failed.day : null };
    });
  turnbull(intervals.slice(0, 500));
  const [estimate] = timed(() => turnbull(intervals));
  return [
    ['Turnbull of 5,000 intervals', ms(estimate), '200 ms'],
    ['Lasting, 600 jobs of 45 pieces: reading the records once', ms(reading), ''],
    ['  the first view, in its thread', ms(first), ''],
    ['  the first after a record changed, median of 5', ms(changed[2] ?? NaN), '300 ms'],
    ['  a view after that, median of 5', ms(again[2] ?? NaN), '300 ms'],
    ['  grouped by place', ms(other), '300 ms'],
    ['  what goes with failures, beside the page', ms(why), ''],
  ];
}
