/**
 * Care dates and the share of the cure against a computation of its own: minute by minute, with the rates written out anew.
 * Sources: Magnus form, WMO-No. 8; Dalton; Penman (1948); Arrhenius with a doubling per 10 K; Antoine constants as in
 * docs/methods/drying.md, from memory. Shares of phases are those of docs/methods/drying.md.
 */
import { MINUTE } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { usualCounts, type System } from '$core/coating/system';
import { OIL_ALKYD_HYBRID, SHELLAC_URETHANE, TWO_PACK } from '$core/coating/systems/index';
import { waitsIn } from '$core/coating/waits';
import { phasesOf } from '$core/coating/film-stage';
import { ratesOf, type Climate } from '$core/drying/climate';
import { fold } from '$core/bench/log/fold';
import { cureShare } from '$core/bench/view/care';
import { careGroups, careOfAll } from '$core/bench/view/care-rules';
import { movedAt } from '$core/drying/climate';
import { did, fact, takenDown, uuid } from '../bench-builders';

const DAYS = 120;
interface Hour {
  celsius: number;
  humidity: number;
  wind: number;
}
const climate = (hour: (h: number) => Hour): Climate => ({
  start: 0,
  step: 60,
  air: Array.from({ length: DAYS * 24 }, (_, h) => hour(h)),
});
const CLIMATES = {
  'a cool steady room': climate(() => ({ celsius: 17, humidity: 0.6, wind: 0.1 })),
  'days that warm and nights that cool': climate((h) => {
    const day = Math.sin(((h % 24) - 8) * (Math.PI / 12));
    return { celsius: 19 + 5 * day, humidity: 0.55 - 0.12 * day, wind: 0.2 };
  }),
} as const;

/** Rates written out anew. */
function rate(kind: string, solvent: string | undefined, { celsius, humidity, wind }: Hour): number {
  const magnus = (t: number): number => 611.2 * Math.exp((17.62 * t) / (243.12 + t));
  const blow = (1 + 0.54 * wind) / (1 + 0.54 * 0.1);
  if (kind === 'water') return ((magnus(celsius) * (1 - humidity)) / (magnus(25) * 0.5)) * blow;
  if (kind === 'reaction') return Math.exp((-52_950 / 8.314462618) * (1 / (celsius + 273.15) - 1 / 298.15));
  const antoine: Record<string, [number, number, number]> = {
    ethanol: [8.20417, 1642.89, 230.3],
    decane: [6.94365, 1495.17, 193.86],
    'butyl acetate': [7.02845, 1368.5, 204],
  };
  const [a, b, c] = antoine[solvent ?? ''] ?? [NaN, NaN, NaN];
  return (10 ** (a - b / (celsius + c)) / 10 ** (a - b / (25 + c))) * blow;
}

/** Minute by minute. @returns when a stage is reached, and the share of it at each whole hour */
function stepped(
  system: System,
  key: string,
  stage: 'wet-clean' | 'cured',
  laid: number,
  of: Climate,
  ask: number,
) {
  const product = system.products.find((p) => p.key === key);
  const figure = product?.stages[stage];
  if (!product || !figure) throw new Error(key);
  const phases = phasesOf(product, stage).map((p) => ({
    kind: p.kind,
    solvent: 'solvent' in p ? (p as { solvent: string }).solvent : undefined,
    minutes: figure.value * p.share,
    share: p.share,
  }));
  let [share, at] = [0, laid];
  let asked = 0;
  for (const phase of phases) {
    let left = phase.minutes;
    while (left > 0) {
      const hour = of.air[Math.floor(at / 60)];
      if (!hour) throw new Error('beyond the air');
      const passes = hour.celsius < product.limits.minC ? 0 : rate(phase.kind, phase.solvent, hour);
      if (at === ask) asked = share + (phase.share * (phase.minutes - left)) / phase.minutes;
      left -= passes;
      at++;
    }
    share += phase.share;
  }
  return { at, share: ask >= at ? 1 : asked };
}

describe.each([SHELLAC_URETHANE, OIL_ALKYD_HYBRID, TWO_PACK])('$key', (system) => {
  it.each(Object.entries(CLIMATES))('in %s', (_, air) => {
    const piece = uuid(1);
    const route = buildRoute(system, usualCounts(system), 'spray');
    const facts = takenDown([piece]);
    let minute = 1000;
    for (const step of route.filter((s) => s.kind !== 'hang')) {
      facts.push(...did(step.key, minute, minute + 30, [piece]));
      minute += 2880;
    }
    facts.push(fact(minute + 100, { kind: 'piece.hung', piece, opening: piece }));
    const state = fold(facts);
    const waits = waitsIn(ratesOf(air), new Map());
    const care = careOfAll(careGroups(state, route, [piece], () => waits));
    const ends = new Map(state.pieces.get(piece)?.done);
    const ask = minute + 6000;
    const films = route.flatMap((s) => {
      const laid = s.product && ends.get(s.key)?.end;
      return s.product && laid ? [{ key: s.product.key, laid: laid / MINUTE }] : [];
    });
    const of = (stage: 'wet-clean' | 'cured') =>
      films
        .filter((f) => system.products.find((p) => p.key === f.key)?.stages[stage])
        .map((f) => stepped(system, f.key, stage, f.laid, air, ask));
    for (const [key, stage] of [
      ['wet-clean', 'wet-clean'],
      ['hard', 'cured'],
    ] as const) {
      const at = (care.find((c) => c.key === key)?.at ?? NaN) / MINUTE;
      const wanted = Math.max(...of(stage).map((f) => f.at));
      // A phase is stepped over by up to a minute.
      expect(Math.abs(at - wanted)).toBeLessThan(5);
    }
    const share = Math.min(...of('cured').map((f) => f.share));
    expect(cureShare(state, route, [piece], ask * MINUTE, waits)).toBeCloseTo(share, 3);
  });
});

it('T10: a waterborne film that cures in 30 days and stands 7 before it is handed over is about a quarter cured', () => {
  const waits = waitsIn(ratesOf(climate(() => ({ celsius: 25, humidity: 0.5, wind: 0.1 }))), new Map());
  const product = OIL_ALKYD_HYBRID.products.find((p) => p.key === 'waterborne-alkyd');
  if (!product) throw new Error('alkyd');
  expect(waits.progress(product, 'cured', 0, 7 * 1440 * MINUTE)).toBeCloseTo(7 / 30, 2);
});

it('what was in one place until a moment and in another then dries by each in turn', () => {
  const warm = climate(() => ({ celsius: 25, humidity: 0.5, wind: 0.1 }));
  const cold = climate(() => ({ celsius: 15, humidity: 0.5, wind: 0.1 }));
  const moved = movedAt(warm, 10 * 1440 * MINUTE, cold);
  const product = SHELLAC_URETHANE.products.find((p) => p.key === 'urethane-enamel');
  if (!product) throw new Error('enamel');
  const at = (of: Climate, day: number): number =>
    waitsIn(ratesOf(of), new Map()).progress(product, 'cured', 0, day * 1440 * MINUTE);
  expect(at(moved, 10)).toBeCloseTo(at(warm, 10), 9);
  expect(at(moved, 20)).toBeLessThan(at(warm, 20));
  expect(at(moved, 20)).toBeGreaterThan(at(cold, 20));
});
