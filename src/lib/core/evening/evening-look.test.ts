/** Four evenings and more, each against times that are worked out here by themselves. */
import { HOUR } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { acts } from '$core/bench/view/acts';
import { fold } from '$core/bench/log/fold';
import { buildRoute, type Step } from '$core/coating/route';
import { SHELLAC_URETHANE, SYSTEMS } from '$core/coating/systems/index';
import type { Product, System } from '$core/coating/system';
import { SHEET_WAITS, waitsIn, type Waits } from '$core/coating/waits';
import { ratesOf, type Climate } from '$core/drying/climate';
import { did, MINUTE, takenDown, uuid } from '../../../../tests/bench-builders';
import { eveningLook, type Looked, type Note } from './evening-look';

/** Midnight of the evening's day is hour 24; the crew comes at eight on the next. */
const hour = (h: number): number => (24 + h) * HOUR;
const [NOW, OPENS, CLOSES] = [hour(18), hour(24 + 8), hour(24 + 16)];
const PIECES = [uuid(1), uuid(2)];
const LOTS = [{ id: 'A', name: 'A', pieces: PIECES }];

/** Every film hardens by a reaction alone, so that its time can be worked out by hand. */
const reacting = (system: System, change: Partial<Product> = {}): System => ({
  ...system,
  products: system.products.map((p) => ({
    ...p,
    ...change,
    stages: Object.fromEntries(
      Object.entries(p.stages).map(([stage, figure]) => [
        stage,
        { ...figure, phases: [{ kind: 'reaction', share: 1, film: false }] },
      ]),
    ) as Product['stages'],
  })),
});
const routeFor = (system: System): Step[] =>
  buildRoute(
    system,
    system.layers.map(() => ({ back: 1, front: 1 })),
    'spray',
  );
const route = routeFor(reacting(SHELLAC_URETHANE));

/** Everything up to and with a step was done, the last of it ending at an hour. */
function stateAfter(key: string, end: number, of: readonly Step[] = route) {
  const until = of.findIndex((s) => s.key === key);
  if (until < 0) throw new Error(`no ${key}`);
  const last = Math.round(end / MINUTE);
  return fold([
    ...takenDown(PIECES),
    ...of.slice(0, until).flatMap((s, i) => did(s.key, 10 + 4 * i, 12 + 4 * i, PIECES)),
    ...did(key, last - 20, last, PIECES),
  ]);
}

/** Degrees by the hour of the two days, from the first midnight. */
const climate = (celsius: (h: number) => number): Climate => ({
  start: 0,
  step: 60,
  air: Array.from({ length: 24 * 8 }, (_, k) => ({ celsius: celsius(k - 24), humidity: 0.5, wind: 0.1 })),
});
const waitsAt = (celsius: (h: number) => number): Waits => waitsIn(ratesOf(climate(celsius)), new Map());

/** The reaction's rate by Arrhenius: doubles from 15 to 25 °C, as the reference figures have it. R from CODATA 2018. */
const rate = (celsius: number): number =>
  Math.exp((-52_950 / 8.314462618) * (1 / (celsius + 273.15) - 1 / 298.15));
/** When minutes of the reference rate are over from a moment on, hour by hour. */
function ready(from: number, minutes: number, celsius: (h: number) => number): number {
  let [left, at] = [minutes, from];
  for (;;) {
    const k = Math.floor(at / HOUR);
    const next = (k + 1) * HOUR;
    const done = ((next - at) / MINUTE) * rate(celsius(k - 24));
    if (done >= left) return at + (left / rate(celsius(k - 24))) * MINUTE;
    left -= done;
    at = next;
  }
}

const look = (change: Partial<Looked>): Note[] =>
  eveningLook({
    ...{ acts: [], warmed: null, planned: new Map(), known: new Map(), air: [], coats: [] },
    ...{ now: NOW, opens: OPENS, closes: CLOSES },
    ...change,
  });
const only = <K extends Note['kind']>(notes: Note[], kind: K): Extract<Note, { kind: K }> => {
  const found = notes.filter((n): n is Extract<Note, { kind: K }> => n.kind === kind);
  if (found.length !== 1 || !found[0]) throw new Error(`${found.length} of ${kind}`);
  return found[0];
};

const COAT = route.filter((s) => s.kind === 'coat' && s.product?.key === 'urethane-enamel')[0];
if (!COAT) throw new Error('no coat');
const NEXT = route[route.indexOf(COAT) + 1];
const need = NEXT?.after.find((r) => r.step === COAT.key);
if (!NEXT || !need?.stage) throw new Error('nothing waits for the film');
const sheet = need.min;

describe('a cold night', () => {
  /** 25 °C by day and while it is kept warm, 12 °C at night. */
  const night =
    (warmUntil = 19) =>
    (h: number): number =>
      h < Math.max(19, warmUntil) || h >= 30 ? 25 : 12;
  const laid = hour(16.5);
  const state = stateAfter(COAT.key, laid);
  const actsIn = (warmUntil?: number) => acts(state, route, LOTS, NOW, new Map(), waitsAt(night(warmUntil)));
  const notes = look({
    acts: actsIn(),
    warmed: (until) => actsIn(until / HOUR - 24),
    air: Array.from({ length: 20 }, (_, k) => ({ at: NOW + k * HOUR, celsius: night()(18 + k) })),
  });

  it('says when the film is ready, how cold it gets, and until when to heat', () => {
    const note = only(notes, 'film');
    const alone = ready(laid, sheet, night());
    expect(alone).toBeGreaterThan(OPENS);
    expect(alone).toBeLessThan(CLOSES);
    expect(note.step.key).toBe(NEXT.key);
    expect(Math.abs(note.ready - alone)).toBeLessThan(MINUTE);
    expect(note.wanted).toBe(OPENS);
    expect(note.coldest?.celsius).toBe(12);
    // The first whole hour that makes it ready when the crew comes, tried one after another.
    let until = 19;
    while (ready(laid, sheet, night(until)) > OPENS) until++;
    expect(until).toBeGreaterThan(19);
    expect(until).toBeLessThan(32);
    expect(note.warm).toMatchObject({ until: hour(until), inTime: true });
    expect(Math.abs((note.warm?.ready ?? 0) - ready(laid, sheet, night(until)))).toBeLessThan(MINUTE);
  });
  it('says so where even all the night is not enough, and nothing where warmth gains nothing', () => {
    const late = stateAfter(COAT.key, hour(17.9));
    const slow = acts(late, route, LOTS, NOW, new Map(), waitsAt(night()));
    const wanted = NOW + 2 * HOUR;
    const [act] = slow;
    if (act?.status !== 'waiting') throw new Error('nothing waits');
    const warm = (until: number) =>
      acts(late, route, LOTS, NOW, new Map(), waitsAt(night(until / HOUR - 24)));
    const notEnough = only(look({ acts: slow, warmed: warm, opens: wanted, closes: CLOSES * 2 }), 'film');
    expect(notEnough.warm === null || !notEnough.warm.inTime).toBe(true);
    const same = only(look({ acts: slow, warmed: () => slow, closes: CLOSES * 2 }), 'film');
    expect(same.warm).toBeNull();
  });
});

describe('a closing window', () => {
  const oil = SYSTEMS.find((s) => s.key === 'oil-enamel');
  if (!oil) throw new Error('no oil enamel');
  const system = reacting(oil, { recoatBy: { value: 24 * 60, basis: 'from memory' } });
  const own = routeFor(system);
  const second = own.filter((s) => s.kind === 'coat' && s.after.some((r) => r.max !== null))[0];
  if (!second) throw new Error('no coat within a window');
  const before = second.after.find((r) => r.max !== null);
  const laid = hour(10);

  it('is named by its minute, with what is planned', () => {
    const at = own.findIndex((s) => s.key === second.key);
    const state = stateAfter(before?.step ?? '', laid, own.slice(0, at));
    const now = acts(state, own, LOTS, NOW, new Map(), SHEET_WAITS);
    const key = `A:${now[0]?.step.key ?? ''}`;
    const closes = laid + (before?.max ?? NaN) * MINUTE;
    expect(closes).toBe(hour(34));
    const start = hour(33);
    const planned = new Map([[key, { start, end: start + HOUR, worker: 'ines' }]]);
    const note = only(look({ acts: now, planned }), 'window');
    expect(note).toMatchObject({ closes, planned: start, lot: 'A' });
    // A week away it is nobody's business tonight.
    const far = now.map((a) => ({ ...a, closes: closes + 7 * 24 * HOUR }));
    expect(look({ acts: far }).filter((n) => n.kind === 'window')).toEqual([]);
  });
});

describe('a late lot', () => {
  const state = stateAfter(COAT.key, hour(6));
  const now = acts(state, route, LOTS, NOW, new Map(), SHEET_WAITS);
  const key = `A:${now[0]?.step.key ?? ''}`;
  const known = new Map([[key, { start: hour(13), end: hour(14) }]]);

  it('is named with when it was planned, and when it is now', () => {
    const planned = new Map([[key, { start: OPENS, end: OPENS + HOUR, worker: 'ines' }]]);
    expect(only(look({ acts: now, known, planned }), 'late')).toMatchObject({ was: hour(13), now: OPENS });
    expect(only(look({ acts: now, known }), 'late').now).toBeNull();
  });
  it('is none while its time is not over', () => {
    const later = new Map([[key, { start: hour(17.5), end: hour(18.5) }]]);
    expect(look({ acts: now, known: later })).toEqual([]);
  });
});

it('has nothing to say on an evening when all is ready before the crew comes', () => {
  const state = stateAfter(COAT.key, hour(16));
  const warm = (): number => 25;
  expect(ready(hour(16), sheet, warm)).toBeLessThan(OPENS);
  const now = acts(state, route, LOTS, NOW, new Map(), waitsAt(warm));
  const key = `A:${NEXT.key}`;
  const planned = new Map([[key, { start: OPENS, end: OPENS + HOUR, worker: 'ines' }]]);
  const air = Array.from({ length: 20 }, (_, k) => ({ at: NOW + k * HOUR, celsius: 25 }));
  const coats = [{ at: OPENS, product: COAT.product as Product }];
  expect(look({ acts: now, planned, known: planned, air, coats })).toEqual([]);
});

describe('paint in the cold', () => {
  const product = COAT.product as Product;
  const air = (celsius: number) => [
    { at: NOW, celsius: 15 },
    { at: hour(28), celsius },
    { at: OPENS + HOUR, celsius: -9 },
  ];
  const coats = [
    { at: OPENS, product },
    { at: OPENS + 2 * HOUR, product },
  ];
  it('is named once, with the coldest hour before the crew comes; frost apart', () => {
    expect(product.base).toBe('water');
    const cold = only(look({ air: air(product.limits.minC - 1.5), coats }), 'cold paint');
    expect(cold).toMatchObject({ at: OPENS, frost: false });
    expect(cold.coldest).toEqual({ at: hour(28), celsius: product.limits.minC - 1.5 });
    expect(only(look({ air: air(1), coats }), 'cold paint').frost).toBe(true);
    expect(look({ air: air(product.limits.minC - 0.5), coats })).toEqual([]);
    expect(look({ air: air(1), coats: [{ at: CLOSES + HOUR, product }] })).toEqual([]);
  });
});
