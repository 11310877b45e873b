/** How far things go otherwise than planned: the usual figures, and what the record of jobs teaches. Docs: docs/methods/risk.md */
import { frozen } from '../../frozen';

export interface RiskModel {
  /** coefficient of variation of work times; and how much of it, as variance, is a person's own pace and a day's. From memory */
  workVariation: number;
  ofPerson: number;
  ofDay: number;
  /** standard deviation of the forecast's error, K and share of humidity, and its hourly correlation. From memory */
  celsius: number;
  humidity: number;
  correlation: number;
  /** share of passes, one piece and one coat each, that are done over */
  rework: number;
  /** what the figures rest on beside the usual ones: finished works, passes, and stretches of readings with a forecast of the day before */
  learnt: { works: number; passes: number; weather: number };
}

/** Before anything is learnt. From memory */
export const USUAL_RISK: RiskModel = frozen({
  workVariation: 0.25,
  ofPerson: 0.15,
  ofDay: 0.15,
  celsius: 2,
  humidity: 0.08,
  correlation: 0.97,
  rework: 0.005,
  learnt: { works: 0, passes: 0, weather: 0 },
});

/** The usual figures count as so many works and passes. Our choice. */
const WORKS = 5;
const PASSES = 400;
const STRETCHES = 10;
/** Errors nearer than this hang together: with a correlation of 0.97 an hour they are halved in a day, 1 / (1 − 0.97) hours. */
const STRETCH = 33 * 3_600_000;

interface RiskRecord {
  /** minutes of hands over the figure's, one list a kind of step */
  paces: readonly (readonly number[])[];
  /** coats that pieces have had, and flaws among them that were mended */
  passes: number;
  flaws: number;
  /** how far readings were from what had been foreseen a day before: ms since 1970, K and share of humidity */
  forecasts?: readonly { place: string; at: number; celsius: number; humidity: number }[];
}

/** Mean squares of errors in stretches of a day or so, of each place by itself: within one they say the same. */
function stretches(errors: NonNullable<RiskRecord['forecasts']>): { celsius: number; humidity: number }[] {
  const by = new Map<string, { celsius: number; humidity: number; n: number }>();
  for (const { place, at, celsius, humidity } of errors) {
    const key = `${place} ${Math.floor(at / STRETCH)}`;
    const sum = by.get(key) ?? { celsius: 0, humidity: 0, n: 0 };
    by.set(key, {
      celsius: sum.celsius + celsius ** 2,
      humidity: sum.humidity + humidity ** 2,
      n: sum.n + 1,
    });
  }
  return [...by.values()].map((s) => ({ celsius: s.celsius / s.n, humidity: s.humidity / s.n }));
}

/**
 * The usual figures, drawn towards what was recorded. The spread of work is that of ln(minutes over the figure's) around
 * each kind's own mean, pooled: a log-normal of variance s² has the coefficient of variation √(exp s² − 1). Forecasts err by the root of
 * the mean square of readings less what was foreseen.
 * @returns a model in which few records change little
 */
export function learnRisk(
  { paces, passes, flaws, forecasts = [] }: RiskRecord,
  usual: RiskModel = USUAL_RISK,
): RiskModel {
  let squares = 0;
  let freedom = 0;
  for (const list of paces) {
    if (list.length < 2) continue;
    const logs = list.map(Math.log);
    const mean = logs.reduce((sum, x) => sum + x, 0) / logs.length;
    squares += logs.reduce((sum, x) => sum + (x - mean) ** 2, 0);
    freedom += logs.length - 1;
  }
  const prior = Math.log(1 + usual.workVariation ** 2);
  const variance = (squares + WORKS * prior) / (freedom + WORKS);
  const weather = stretches(forecasts);
  const erred = (of: 'celsius' | 'humidity'): number =>
    Math.sqrt(
      (weather.reduce((sum, s) => sum + s[of], 0) + STRETCHES * usual[of] ** 2) /
        (weather.length + STRETCHES),
    );
  return {
    ...usual,
    celsius: erred('celsius'),
    humidity: erred('humidity'),
    workVariation: Math.sqrt(Math.exp(variance) - 1),
    rework: (flaws + PASSES * usual.rework) / (passes + PASSES),
    learnt: { works: paces.reduce((n, list) => n + list.length, 0), passes, weather: weather.length },
  };
}
