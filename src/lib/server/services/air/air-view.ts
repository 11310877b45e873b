/** What the air pages show: the air of a place now and in the coming hours, and what may be coated in it. */
import { HOUR } from '$core/units/durations';
import { dewPoint } from '$core/air/humid-air';
import { inTent, type Tent } from '$core/air/room';
import type { Place } from '$core/air/places';
import { filmStage } from '$core/coating/film-stage';
import type { Product, Stage } from '$core/coating/system';
import { coatNow, judgeHours, type CoatNow } from '$core/drying/coat-now';
import { ratesOf } from '$core/drying/climate';
import { minutesIn, readyAt } from '$core/drying/ready';
import type { Db } from '../../db/open';
import { readSetting } from '../../store/settings';
import { learntAt } from './learnt';
import { isNight } from '$core/air/at-place';
import { companyZone } from '../company/clock';
import { coming, forecastAir, isForeseen, placesOf } from './place-air';

/** Hours ahead that are judged. */
export const AHEAD = 48;

export interface PlaceAir {
  place: Place;
  now: { celsius: number; humidity: number; dew: number; wind: number; source: string };
  verdict: CoatNow;
  /** whether anybody forecasts: if not, this hour alone is judged */
  foreseen: boolean;
  hours: {
    at: number;
    celsius: number;
    humidity: number;
    coat: boolean;
    source: string;
    reasons: string[];
  }[];
}

/** Judges a place for a product: now and the coming 48 h, or this hour alone where nobody forecasts; null where nothing is known of it. */
export function placeAir(db: Db, place: Place, product: Product, now: number): PlaceAir | null {
  const hours = coming(db, place, now, isForeseen() ? AHEAD + 1 : 1);
  if (!hours.length) return null;
  const verdicts = judgeHours(
    hours.map((air) => ({ at: air.at, air })),
    product.limits,
    readSetting(db, 'measures') ?? 'metric',
  );
  const touch = filmStage(product, 'touch');
  const first = hours[0];
  const wait = touch && first ? minutesIn({ ...touch, minC: -50 }, first) / 60 : 1;
  return {
    place,
    now: {
      celsius: first?.celsius ?? NaN,
      humidity: first?.humidity ?? NaN,
      dew: first ? dewPoint(first.celsius, first.humidity) : NaN,
      wind: first?.wind ?? 0,
      source: first?.source ?? 'forecast',
    },
    // Without a forecast this hour is all that is judged.
    verdict: coatNow(verdicts, isForeseen() ? Math.min(12, wait) : 1),
    foreseen: isForeseen(),
    hours: hours.map((a, i) => ({
      at: a.at,
      celsius: a.celsius,
      humidity: a.humidity,
      coat: verdicts[i]?.coat ?? false,
      source: a.source,
      reasons: verdicts[i]?.reasons ?? [],
    })),
  };
}

export interface TentWhatIf {
  name: string;
  celsius: number;
  humidity: number;
  wind: number;
  marginK: number;
  /** ms since 1970; null where it is not reached in the days that are known */
  ready: number | null;
}

/** The tent with each of its devices, on its own and together, over the coming hours of forecast. */
export function tentWhatIfs(db: Db, product: Product, stage: Stage, now: number): TentWhatIf[] {
  if (!isForeseen()) return [];
  const places = placesOf(db);
  const { tent } = places;
  const off = (t: Tent): Tent => ({
    ...t,
    fan: { ...t.fan, on: false },
    heater: { ...t.heater, on: false },
    dehumidifier: { ...t.dehumidifier, on: false },
  });
  const bare = off(tent);
  const on = {
    fan: { ...tent.fan, on: true },
    heater: { ...tent.heater, on: true },
    dehumidifier: { ...tent.dehumidifier, on: true },
  };
  const ways: [string, Tent][] = [
    ['as it is', tent],
    ['nothing on', bare],
    ['fan', { ...bare, fan: on.fan }],
    ['heater', { ...bare, heater: on.heater }],
    ['dehumidifier', { ...bare, dehumidifier: on.dehumidifier }],
    ['heater and dehumidifier', { ...bare, heater: on.heater, dehumidifier: on.dehumidifier }],
    ['all three', { ...bare, ...on }],
  ];
  const start = Math.floor(now / HOUR) * HOUR;
  const multiplier = learntAt(db, 'tent').get(product.key)?.multiplier ?? 1;
  const film = filmStage(product, stage, 1, multiplier);
  const around = forecastAir(places, tent.in, start, 14 * 24);
  return ways.map(([name, way]) => {
    const air = around.map((a) => inTent(a, way, isNight(a.at, companyZone())));
    const first = air[0];
    return {
      name,
      celsius: first?.celsius ?? NaN,
      humidity: first?.humidity ?? NaN,
      wind: first?.wind ?? 0,
      marginK: first ? first.celsius - dewPoint(first.celsius, first.humidity) : NaN,
      ready: film && readyAt(film, now, ratesOf({ start, step: 60, air })),
    };
  });
}
