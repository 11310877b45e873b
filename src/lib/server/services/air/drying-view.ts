/** What the drying page shows of one product at one place: ready times, curves, other hours, other airs. */
import { HOUR, MINUTE } from '$core/units/durations';
import type { Place } from '$core/air/places';
import { filmStage } from '$core/coating/film-stage';
import { STAGES, type Product, type Stage } from '$core/coating/system';
import { learn, sayLearnt } from '$core/drying/learn';
import type { FilmStage } from '$core/drying/phase';
import { minutesIn, progressAt, readyAt } from '$core/drying/ready';
import { startOfDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { learntAt } from './learnt';
import { airOf } from './place-air';

/** Points of a curve. */
const POINTS = 72;
const TEMPERATURES = [10, 12.5, 15, 17.5, 20, 22.5, 25, 27.5, 30, 32.5, 35];
const HUMIDITIES = [0.3, 0.5, 0.7, 0.85];

export interface DryingView {
  stages: {
    stage: Stage;
    sheetMinutes: number;
    minutes: number | null;
    /** ms since 1970; null where it is not reached in the days that are known */
    ready: number | null;
  }[];
  curves: { stage: Stage; points: [number, number][] }[];
  /** wait of the stage for a coat applied at each hour of the day */
  hours: { laid: number; ready: number | null; minutes: number | null }[];
  /** minutes of the stage by temperature, a line for each humidity; null where it never gets there */
  sensitivity: { humidity: number; points: [number, number | null][] }[];
  air: { at: number; celsius: number; humidity: number; source: string }[];
  learnt: string;
  multiplier: number;
  tests: number;
}

/**
 * @param laid end of the coat, ms since 1970
 * @param film wet film over the right one
 * @param asked the stage that other hours and other airs are compared by
 */
export function dryingView(
  db: Db,
  product: Product,
  place: Place,
  laid: number,
  film: number,
  asked: Stage,
  zone: string,
  now: number,
): DryingView {
  const known = airOf(db, place, now, laid);
  const learnt = learntAt(db, place).get(product.key) ?? learn([]);
  const of = (stage: Stage): FilmStage | null => filmStage(product, stage, film, learnt.multiplier);
  const stages = STAGES.flatMap((stage) => {
    const s = of(stage);
    if (!s) return [];
    const ready = readyAt(s, laid, known.rates);
    return [
      {
        stage,
        sheetMinutes: product.stages[stage]?.value ?? 0,
        minutes: ready === null ? null : (ready - laid) / MINUTE,
        ready,
      },
    ];
  });
  // The curves run until the last of the stages that matter on the bench.
  const drawn = stages.filter((s) => ['touch', 'recoat', 'flip', 'hang'].includes(s.stage));
  const span = Math.max(HOUR, ...drawn.map((s) => (s.ready ?? laid + 7 * 24 * HOUR) - laid)) * 1.05;
  const curves = drawn.flatMap(({ stage }) => {
    const s = of(stage);
    if (!s) return [];
    const points = Array.from({ length: POINTS + 1 }, (_, i): [number, number] => {
      // Closer together at the start, where the early stages pass.
      const at = laid + span * (i / POINTS) ** 2;
      return [at, progressAt(s, laid, at, known.rates)];
    });
    return [{ stage, points }];
  });
  const compared = of(asked);
  const day = startOfDay(laid, zone);
  const hours = Array.from({ length: 24 }, (_, h) => {
    const at = day + h * HOUR;
    const ready = compared && readyAt(compared, at, known.rates);
    return { laid: at, ready, minutes: ready === null ? null : (ready - at) / MINUTE };
  });
  const sensitivity = HUMIDITIES.map((humidity) => ({
    humidity,
    points: TEMPERATURES.map((celsius): [number, number | null] => {
      const minutes = compared ? minutesIn(compared, { celsius, humidity, wind: 0.1 }) : Infinity;
      return [celsius, Number.isFinite(minutes) ? minutes : null];
    }),
  }));
  const last = Math.max(laid + 24 * HOUR, ...drawn.map((s) => s.ready ?? 0));
  return {
    stages,
    curves,
    hours,
    sensitivity,
    air: known.air.filter((a) => a.at >= laid - HOUR && a.at <= last),
    learnt: sayLearnt(learnt),
    multiplier: learnt.multiplier,
    tests: learnt.tests,
  };
}
