/**
 * Links may form circles: a lag below 0 that leads back is how a longest wait is written. A circle whose work and lags add up to more
 * than 0 is impossible; every other has an order in which all links but a few lead forward.
 */
import { at, cell, item } from '$core/units/at';
import type { Hold, Lag, Ready } from './lag';

export interface Link {
  from: number;
  to: number;
  min: number;
  max: number | null;
  ready: Ready | null;
}

/** Operations that link to each other both ways, in groups: strongly connected (Tarjan 1972). One number for each operation. */
function groupsOf(n: number, links: readonly Link[]): Int32Array {
  const out: number[][] = Array.from({ length: n }, () => []);
  for (const { from, to } of links) out[from]?.push(to);
  const [index, low, group] = [new Int32Array(n).fill(-1), new Int32Array(n), new Int32Array(n).fill(-1)];
  const stack: number[] = [];
  let [count, groups] = [0, 0];
  for (let root = 0; root < n; root++) {
    if (cell(index, root) >= 0) continue;
    /** operations on the way down, each with how many of its links were followed */
    const way: [number, number][] = [[root, 0]];
    while (way.length) {
      const top = way[way.length - 1];
      if (!top) break;
      const [v, k] = top;
      if (k === 0) {
        index[v] = low[v] = count++;
        stack.push(v);
      }
      const next = out[v]?.[k];
      if (next !== undefined) {
        top[1]++;
        if (cell(index, next) < 0) way.push([next, 0]);
        else if (cell(group, next) < 0) low[v] = Math.min(cell(low, v), cell(index, next));
        continue;
      }
      if (low[v] === index[v]) {
        for (let w = stack.pop(); w !== undefined; w = stack.pop()) {
          group[w] = groups;
          if (w === v) break;
        }
        groups++;
      }
      way.pop();
      const parent = way.at(-1)?.[0];
      if (parent !== undefined) low[parent] = Math.min(cell(low, parent), cell(low, v));
    }
  }
  return group;
}

function topological(n: number, links: readonly Link[]): number[] | null {
  const out: number[][] = Array.from({ length: n }, () => []);
  const waiting = new Int32Array(n);
  for (const { from, to } of links) {
    out[from]?.push(to);
    waiting[to] = cell(waiting, to) + 1;
  }
  const order = [...waiting.keys()].filter((i) => waiting[i] === 0);
  for (let k = 0; k < order.length; k++)
    for (const to of item(out, at(order, k))) {
      waiting[to] = cell(waiting, to) - 1;
      if (waiting[to] === 0) order.push(to);
    }
  return order.length === n ? order : null;
}

/**
 * @param minutes of each operation
 * @param links none of their circles is impossible
 * @returns an order of the operations, and the links that lead back in it
 */
export function orderOf(
  minutes: readonly number[],
  links: readonly Link[],
): { order: number[]; back: ReadonlySet<Link> } {
  const n = minutes.length;
  const back = new Set<Link>(links.filter((l) => l.from === l.to));
  for (;;) {
    const left = links.filter((l) => !back.has(l));
    const order = topological(n, left);
    if (order) return { order, back };
    const group = groupsOf(n, left);
    const inside = left.filter((l) => group[l.from] === group[l.to]);
    // What is below 0 leads back; in a circle without that nothing takes any time, and any link of it may.
    const weight = (l: Link): number => l.min + at(minutes, l.from);
    const least = Math.min(...inside.map((l) => l.min));
    if (least < 0) for (const l of inside.filter((x) => x.min < 0)) back.add(l);
    else {
      const [one] = inside.sort((a, b) => weight(a) - weight(b));
      if (one) back.add(one);
    }
  }
}

/** A circle whose work and least lags add up to more than 0, as its operations; null where there is none. */
export function impossibleCircle(minutes: readonly number[], links: readonly Link[]): number[] | null {
  const n = minutes.length;
  const group = groupsOf(n, links);
  const inside = links.filter((l) => group[l.from] === group[l.to] && l.from !== l.to);
  if (!inside.length) return null;
  const [begins, came] = [new Float64Array(n), new Int32Array(n).fill(-1)];
  let last = -1;
  // Longest ways (Bellman & Ford): whatever still grows after as many rounds as operations is behind such a circle.
  for (let round = 0; round <= n; round++) {
    last = -1;
    for (const { from, to, min } of inside) {
      const then = (begins[from] ?? 0) + at(minutes, from) + min;
      if (then <= (begins[to] ?? 0)) continue;
      begins[to] = then;
      came[to] = from;
      last = to;
    }
    if (last < 0) return null;
  }
  for (let k = 0; k < n; k++) last = cell(came, last);
  const circle = [last];
  for (let i = cell(came, last); i !== last && i >= 0; i = cell(came, i)) circle.unshift(i);
  return circle;
}

/** So many operations are followed from the beginnings of holds at most: beyond, only direct links tell. */
const FOLLOWED = 5_000_000;

/**
 * Which holds end after they begin in every plan: what ends one comes behind what begins it, or cannot begin before that is pinned.
 * @param after links that lead forward in `order`
 * @param pinned where operations are pinned; null: not
 */
export function sureHolds(
  holds: readonly Hold[],
  minutes: readonly number[],
  order: readonly number[],
  after: readonly (readonly Lag[])[],
  pinned: readonly (number | null)[],
): boolean[] {
  const least = pinned.map((p) => p ?? 0);
  for (const i of order)
    for (const { other, min } of item(after, i))
      least[other] = Math.max(at(least, other), at(least, i) + at(minutes, i) + min);
  const links = after.reduce((sum, list) => sum + list.length, 0);
  const known = new Map<number, Map<number, number>>();
  const place = new Map(order.map((i, k) => [i, k]));
  /** least minutes from the start of an operation to the starts of those behind it */
  const behind = (from: number): Map<number, number> => {
    const had = known.get(from);
    if (had) return had;
    const begun = new Map([[from, 0]]);
    const direct = (known.size + 1) * (order.length + links) > FOLLOWED;
    for (const i of direct ? [from] : order.slice(place.get(from) ?? 0)) {
      const begins = begun.get(i);
      if (begins === undefined) continue;
      for (const { other, min } of item(after, i))
        begun.set(other, Math.max(begun.get(other) ?? -Infinity, begins + at(minutes, i) + min));
    }
    known.set(from, begun);
    return begun;
  };
  return holds.map(({ from, to, tail }) =>
    to === null
      ? at(minutes, from) + (tail ?? 0) > 0
      : (behind(from).get(to) ?? 0) > 0 || at(least, to) > (pinned[from] ?? Infinity),
  );
}
