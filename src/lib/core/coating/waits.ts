/** When the films of a job are ready: by the sheet's air, or by the air they lie in. */
import { once } from '$core/units/keep-last';
import { MINUTE } from '$core/units/durations';
import { frozen } from '../frozen';
import { ratesOf, repeated, type Rates } from '../drying/climate';
import type { PackedAir } from '../drying/packed-air';
import { phaseMinutes, phaseRate, rateKind, type RateKind } from '../drying/phase';
import { filmStage } from './film-stage';
import { MissingFigure } from './missing-figure';
import { MOST_FIGURE, type Product, type Stage } from './system';

export interface Waits {
  /** `sheet`: at 25 °C and 50 % RH, as product sheets say it */
  by: 'sheet' | 'air';
  /**
   * The moment a film reaches a stage.
   * @param laid end of the coat, ms since 1970
   * @param wet wet film laid over the right one
   * @returns ms since 1970
   * @throws MissingFigure when the product has no figure for the stage
   */
  readyAt: (film: Product, stage: Stage, laid: number, wet?: number) => number;
  /**
   * How far a film is on its way to a stage.
   * @returns share 0–1
   * @throws MissingFigure when the product has no figure for the stage
   */
  progress: (film: Product, stage: Stage, laid: number, at: number, wet?: number) => number;
  /** Minutes that a stage takes at least, whenever the coat is laid from a moment on. */
  leastMinutes: (film: Product, stage: Stage, wet: number, from: number) => number;
}

function minutesOf(film: Product, stage: Stage): number {
  const figure = film.stages[stage];
  if (!figure) throw new MissingFigure(film.name, stage);
  if (!(figure.value >= 0))
    throw new RangeError(`${film.name} cannot take ${figure.value} min to “${stage}”`);
  return figure.value;
}

/**
 * Tells the waits of films apart: two systems may give one product other figures.
 * @param wet wet film laid over the right one
 */
export const waitKey = (film: Product, stage: Stage, wet: number): string =>
  [film.key, film.base, film.limits.minC, stage, JSON.stringify(film.stages[stage] ?? null), wet].join(' ');

/** Waits as the products' sheets say them. */
export const SHEET_WAITS: Waits = frozen({
  by: 'sheet',
  readyAt: (film, stage, laid) => laid + minutesOf(film, stage) * MINUTE,
  progress: (film, stage, laid, at) => {
    const minutes = minutesOf(film, stage);
    return minutes > 0 ? Math.min(1, Math.max(0, (at - laid) / (minutes * MINUTE))) : Number(at >= laid);
  },
  leastMinutes: minutesOf,
});

/** A film that never dries in the air that is known and its like: five years, longer than anything waits. */
const NEVER = MOST_FIGURE * MINUTE;

/** The days at the end of what is known, which come again beyond it: when they begin, and how long they are, ms. */
function lastDays({ climate, end }: Rates): { from: number; span: number } {
  const span = repeated(climate) * climate.step * MINUTE;
  return { from: end - span, span };
}

/** When so many reference minutes of a phase have passed, ms since 1970: in the air by its rate, before it is known by the sheet's. */
function passedBy(kind: RateKind, minC: number, from: number, minutes: number, rates: Rates): number {
  const { start, air } = rates.climate;
  const before = air.length ? Math.max(0, start - from) / MINUTE : Infinity;
  if (minutes <= before) return from + minutes * MINUTE;
  const begun = Math.max(from, start);
  const at = begun < rates.end ? rates.when(kind, minC, begun, minutes - before) : null;
  if (at !== null) return at;
  // Beyond the end: the last days as often as it takes.
  const days = lastDays(rates);
  const later = Math.max(0, Math.floor((begun - rates.end) / days.span)) * days.span;
  const round = rates.passed(kind, minC, days.from, rates.end);
  const first = Math.max(begun - later - days.span, begun < rates.end ? begun : days.from);
  const left = minutes - before - rates.passed(kind, minC, first, rates.end);
  if (left <= 0 && begun >= rates.end)
    return (rates.when(kind, minC, first, minutes - before) ?? rates.end) + later + days.span;
  if (!(round > 0)) return begun + NEVER;
  const rounds = Math.ceil(left / round - 1e-9) - 1;
  const ends = rates.when(kind, minC, days.from, left - rounds * round) ?? rates.end;
  return ends + (rounds + 1) * days.span + (begun < rates.end ? 0 : later + days.span);
}

/** Reference minutes of a phase that pass between two moments: in the air by its rate, before it is known by the sheet's. */
function passedIn(kind: RateKind, minC: number, from: number, to: number, rates: Rates): number {
  const { start, air } = rates.climate;
  if (!air.length || to <= start) return Math.max(0, to - from) / MINUTE;
  const before = Math.max(0, start - from) / MINUTE;
  const days = lastDays(rates);
  /** from the beginning of the air */
  const upTo = (at: number): number => {
    if (at <= rates.end) return rates.passed(kind, minC, start, at);
    const rounds = Math.floor((at - rates.end) / days.span);
    return (
      rates.passed(kind, minC, start, rates.end) +
      rounds * rates.passed(kind, minC, days.from, rates.end) +
      rates.passed(kind, minC, days.from, days.from + (at - rates.end - rounds * days.span))
    );
  };
  return before + upTo(to) - upTo(Math.max(from, start));
}

/**
 * Waits in the air of a place.
 * @param rates of the place's air; before it begins the sheet's rate counts, beyond its end its last days come again
 * @param multipliers learnt at the place, by product
 */
export function waitsIn(rates: Rates, multipliers: ReadonlyMap<string, number>): Waits {
  const stageOf = (product: Product, stage: Stage, wet: number) => {
    const made = filmStage(product, stage, wet, multipliers.get(product.key) ?? 1);
    if (!made) throw new MissingFigure(product.name, stage);
    return made;
  };
  /** least minutes that were asked for before: lots ask alike */
  const least = new Map<string, number>();
  return {
    by: 'air',
    readyAt: (product, stage, laid, wet = 1) => {
      const of = stageOf(product, stage, wet);
      let at = laid;
      for (const phase of of.phases)
        at = passedBy(rateKind(phase), of.minC, at, phaseMinutes(of, phase), rates);
      return Math.ceil(at);
    },
    progress: (product, stage, laid, now, wet = 1) => {
      const of = stageOf(product, stage, wet);
      let [from, done] = [laid, 0];
      for (const phase of of.phases) {
        const minutes = phaseMinutes(of, phase);
        const end = passedBy(rateKind(phase), of.minC, from, minutes, rates);
        if (end > now) {
          const passed = now > from ? passedIn(rateKind(phase), of.minC, from, now, rates) : 0;
          return done + (minutes > 0 ? phase.share * Math.min(1, passed / minutes) : 0);
        }
        done += phase.share;
        from = end;
      }
      return Math.min(1, done);
    },
    leastMinutes: (product, stage, wet, from) => {
      const key = `${waitKey(product, stage, wet)} ${from}`;
      const known = least.get(key);
      if (known !== undefined) return known;
      const of = stageOf(product, stage, wet);
      const { start, step, air } = rates.climate;
      // Beyond the end the last days come again.
      const last = air.length - repeated(rates.climate);
      const first = Math.max(0, Math.min(last, Math.floor((from - start) / (step * MINUTE))));
      // The film goes on drying past the last moment it may be laid.
      const seen = air.slice(first);
      const minutes = of.phases.reduce((sum, phase) => {
        const kind = rateKind(phase);
        const best = seen.reduce((most, a) => Math.max(most, phaseRate(kind, a)), 1);
        return sum + phaseMinutes(of, phase) / best;
      }, 0);
      least.set(key, minutes);
      return minutes;
    },
  };
}

const inPacked = once((air: PackedAir): Waits => waitsIn(ratesOf(air.climate), new Map(air.multipliers)));

/** Waits in air that came as data. @param air null: by the sheet */
export const waitsOf = (air: PackedAir | null): Waits => (air ? inPacked(air) : SHEET_WAITS);
