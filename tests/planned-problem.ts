/**
 * Problems of a kitchen's size of which a plan is known, because they were made around one: windows that it keeps, pins where it has its
 * operations, and a horizon at its end. The seed is the problem.
 */
import { compile } from '$core/planning/compile/compile';
import type { Problem } from '$core/planning/model/problem';
import { construct } from '$core/planning/search/construct';
import { seeded } from '$core/units/random';
import { kitchenProblem } from './kitchen-problem';

/** What is added; the horizon ends with the plan in all. */
export type Around = 'pins' | 'windows' | 'both';

/** @param operations about how many */
export function plannedProblem(operations: number, seed: number, around: Around): Problem {
  const r = seeded(seed * 7_907 + operations);
  const base = kitchenProblem(operations, seed);
  const links = base.links.map((l) => ({ ...l, maxLag: null }));
  const m = compile({ ...base, links });
  // A plan that nobody looked for long: what is urgent was drawn.
  const made = construct(
    m,
    Float64Array.from(m.tail, (t) => t * (0.5 + r())),
  );
  if ('clash' in made) throw new Error(JSON.stringify(made.clash));
  const index = new Map(base.operations.map((o, i) => [o.id, i]));
  const at = (list: Int32Array, id: string): number => list[index.get(id) ?? -1] ?? 0;
  const horizon = Math.max(...made.end);
  return {
    ...base,
    name: `${base.name} around a plan: ${around}`,
    horizon,
    calendars: base.calendars.map((c) => ({
      ...c,
      open: c.open.flatMap(([a, b]): [number, number][] => (a < horizon ? [[a, Math.min(b, horizon)]] : [])),
    })),
    links: links.map((l) => {
      if (around === 'pins' || r() > 0.4) return l;
      const lag = at(made.start, l.to) - at(made.end, l.from);
      return { ...l, maxLag: lag + Math.floor(r() * r() * 1440) };
    }),
    operations: base.operations.map((o, i) =>
      around !== 'windows' && r() < 0.12 ? { ...o, lockedStart: made.start[i] ?? 0 } : o,
    ),
  };
}
