/** When a film reaches a stage: the integral of its phases' rates over the air it lies in. */
import type { Rates } from './climate';
import { phaseMinutes, phaseRate, rateKind, type FilmAir, type FilmStage } from './phase';

/**
 * The moment a stage is reached.
 * @param laid end of the coat, ms since 1970
 * @returns ms since 1970; null when the climate ends before
 */
export function readyAt(stage: FilmStage, laid: number, rates: Rates): number | null {
  let at: number | null = laid;
  for (const phase of stage.phases) {
    if (at === null) return null;
    at = rates.when(rateKind(phase), stage.minC, at, phaseMinutes(stage, phase));
  }
  return at;
}

/**
 * How far a film is on its way to a stage.
 * @returns share 0–1 of the reference time
 */
export function progressAt(stage: FilmStage, laid: number, at: number, rates: Rates): number {
  let from = laid;
  let done = 0;
  for (const phase of stage.phases) {
    const wanted = phaseMinutes(stage, phase);
    const end = rates.when(rateKind(phase), stage.minC, from, wanted);
    if (end === null || end > at) {
      const passed = at > from ? rates.passed(rateKind(phase), stage.minC, from, at) : 0;
      return done + phase.share * (wanted > 0 ? Math.min(1, passed / wanted) : 1);
    }
    done += phase.share;
    from = end;
  }
  return 1;
}

/**
 * Minutes to a stage in air that stays the same: the closed form.
 * @returns Infinity where it never gets there
 */
export function minutesIn(stage: FilmStage, air: FilmAir): number {
  if (air.celsius < stage.minC) return Infinity;
  return stage.phases.reduce(
    (sum, phase) => sum + phaseMinutes(stage, phase) / phaseRate(rateKind(phase), air),
    0,
  );
}

/**
 * The multiplier with which a film that was laid then would be ready at a moment: what a touch test compares.
 * @param stage with multiplier 1
 * @returns above 0; null when nothing has passed by then
 */
export function fittingMultiplier(stage: FilmStage, laid: number, at: number, rates: Rates): number | null {
  let [low, high] = [0, 64];
  const readyBy = (multiplier: number): boolean => {
    const ready = readyAt({ ...stage, multiplier }, laid, rates);
    return ready !== null && ready <= at;
  };
  if (at <= laid || !readyBy(1e-6)) return null;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (readyBy(middle)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
