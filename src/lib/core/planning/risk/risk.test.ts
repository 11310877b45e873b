import { mean, sampleCorrelation, standardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { seeded } from '$core/units/random';
import type { Plan, Problem } from '../model/problem';
import { alone, assessRisk, chanceBy, erring, logNormal, normals, quantile, riskRuns } from './risk';
import { USUAL_RISK } from './risk-model';

const problem: Problem = {
  format: 'anthem.planning-problem',
  version: 1,
  name: 'one after another',
  horizon: 20_000,
  calendars: [{ id: 'open', open: [[0, 20_000]] }],
  workers: [{ id: 'w', calendar: 'open', skills: ['prep'] }],
  stations: [],
  racks: [],
  operations: Array.from({ length: 16 }, (_, i) => ({
    id: `o${i}`,
    lot: 'A',
    pieces: 4,
    minutes: 100,
    skill: 'prep',
    pausable: true,
    station: null,
    material: null,
    lockedStart: null,
  })),
  links: Array.from({ length: 15 }, (_, i) => ({ from: `o${i}`, to: `o${i + 1}`, minLag: 0, maxLag: null })),
  holds: [],
  finish: [{ operation: 'o15', tail: 0 }],
};
const plan: Plan = {
  assignments: problem.operations.map((o, i) => ({
    operation: o.id,
    worker: 'w',
    start: i * 100,
    end: i * 100 + 100,
  })),
  makespan: 1600,
  lowerBound: 1600,
};

describe('the numbers drawn', () => {
  it('are standard normal, by their moments', () => {
    const z = normals(seeded(3));
    const list = Array.from({ length: 40_000 }, z);
    expect(mean(list)).toBeCloseTo(0, 1);
    expect(standardDeviation(list)).toBeCloseTo(1, 1);
    // 95 % within 1.96: the normal table.
    expect(list.filter((x) => Math.abs(x) < 1.96).length / list.length).toBeCloseTo(0.95, 2);
  });
  it('make work times of mean 1 and the variation asked for (moments of the log-normal)', () => {
    const z = normals(seeded(4));
    const list = Array.from({ length: 40_000 }, () => logNormal(0.25, z()));
    expect(mean(list)).toBeCloseTo(1, 2);
    expect(standardDeviation(list)).toBeCloseTo(0.25, 2);
    expect(Math.min(...list)).toBeGreaterThan(0);
  });
  it('make a forecast err by 2 K and 8 %, from hour to hour alike', () => {
    const air = Array.from({ length: 20_000 }, () => ({ celsius: 18, humidity: 0.5, wind: 0.1 }));
    const drawn = erring({ start: 0, step: 60, air }, 0, USUAL_RISK, normals(seeded(5))).air;
    const warm = drawn.map((a) => a.celsius - 18);
    expect(standardDeviation(warm)).toBeGreaterThan(1.6);
    expect(standardDeviation(warm)).toBeLessThan(2.4);
    expect(standardDeviation(drawn.map((a) => a.humidity))).toBeLessThan(0.1);
    expect(sampleCorrelation(warm.slice(1), warm.slice(0, -1))).toBeCloseTo(0.97, 1);
    // What was measured stays.
    const later = erring({ start: 0, step: 60, air }, 10 * 3_600_000, USUAL_RISK, normals(seeded(5))).air;
    expect(later.slice(0, 10)).toEqual(air.slice(0, 10));
  });
});

describe('the chance of a date', () => {
  const model = { ...USUAL_RISK, rework: 0, ofPerson: 0, ofDay: 0 };
  it('of a plain chain is the spread of a sum of independent times', () => {
    const risk = assessRisk({ jobs: [alone(problem, plan)], runs: 4000, seed: 1, model });
    // 16 times of 100 min with 25 % each: mean 1600, standard deviation 100.
    expect(mean(risk.backs)).toBeGreaterThan(1592);
    expect(mean(risk.backs)).toBeLessThan(1610);
    expect(standardDeviation(risk.backs)).toBeGreaterThan(92);
    expect(standardDeviation(risk.backs)).toBeLessThan(108);
    expect(risk.p50).toBeLessThan(risk.p80);
    expect(risk.p80).toBeLessThan(risk.p95);
    expect(chanceBy(risk, risk.p80)).toBeGreaterThanOrEqual(0.8);
    // No operation matters more than its sixteenth, within chance.
    expect(risk.drivers[0]?.share).toBeLessThan(0.12);
  });
  it('does a pass over more often the more pieces are in it: 1 − (1 − r)ᵖ', () => {
    const coats = { ...problem, operations: problem.operations.map((o) => ({ ...o, skill: 'coat' })) };
    const workers = problem.workers.map((w) => ({ ...w, skills: ['coat'] }));
    const sure = { ...USUAL_RISK, workVariation: 0, rework: 0.1 };
    const risk = assessRisk({ jobs: [alone({ ...coats, workers }, plan)], runs: 4000, seed: 1, model: sure });
    // Sixteen passes of four pieces, each half as long again with a chance of 0.3439.
    expect(mean(risk.backs)).toBeGreaterThan(1600 * (1 + 0.3439 / 2) - 6);
    expect(mean(risk.backs)).toBeLessThan(1600 * (1 + 0.3439 / 2) + 6);
  });
  it('repeats for a seed, and differs for another', () => {
    const of = (seed: number) => assessRisk({ jobs: [alone(problem, plan)], runs: 60, seed, model }).backs;
    expect(of(1)).toEqual(of(1));
    expect(of(1)).not.toEqual(of(2));
  });
  it('is certain where nothing varies', () => {
    const sure = assessRisk({
      jobs: [alone(problem, plan)],
      runs: 50,
      seed: 1,
      model: { ...model, workVariation: 0 },
    });
    expect(new Set(sure.backs)).toEqual(new Set([1600]));
    expect(chanceBy(sure, 1600)).toBe(1);
    expect(chanceBy(sure, 1599)).toBe(0);
  });
  it('sees that the air decides where waits follow it', () => {
    const air = (normal: () => number) => {
      const warmth = normal();
      return { warmth, waits: new Map([['o3 o4', (end: number) => Math.round(end + 600 - 120 * warmth)]]) };
    };
    const risk = assessRisk({
      jobs: [{ ...alone(problem, plan), air }],
      ...{ runs: 300, seed: 1, model: { ...model, workVariation: 0.02 } },
    });
    expect(risk.drivers[0]?.of).toBe('air');
    expect(risk.drivers[0]?.share).toBeGreaterThan(0.9);
  });
  it('counts the windows that are missed', () => {
    const narrow = { ...problem, links: problem.links.map((l) => (l.to === 'o5' ? { ...l, maxLag: 0 } : l)) };
    expect(assessRisk({ jobs: [alone(narrow, plan)], runs: 20, seed: 1, model }).missed).toBe(0);
    const two = {
      ...narrow,
      links: [...narrow.links.filter((l) => l.to !== 'o5'), { from: 'o3', to: 'o5', minLag: 0, maxLag: 100 }],
    };
    const missed = assessRisk({ jobs: [alone(two, plan)], runs: 200, seed: 1, model }).missed;
    expect(missed).toBeGreaterThan(0.3);
    expect(missed).toBeLessThan(0.7);
  });
  it('can be stopped, with the runs made so far', () => {
    let asked = 0;
    const made = riskRuns({
      jobs: [alone(problem, plan)],
      runs: 1000,
      seed: 1,
      model,
      stop: () => ++asked >= 40,
    });
    let step = made.next();
    let told = 0;
    while (!step.done) {
      told++;
      step = made.next();
    }
    expect(step.value.runs).toBe(40);
    expect(told).toBe(1);
  });
});

it('takes the least value that the share does not exceed', () => {
  expect(quantile([1, 2, 3, 4], 0.5)).toBe(2);
  expect(quantile([1, 2, 3, 4], 0.8)).toBe(4);
  expect(quantile([7], 0.95)).toBe(7);
});
