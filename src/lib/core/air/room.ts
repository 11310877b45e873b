/**
 * The air in a house, a shop and a tent from the weather outside: well-mixed rooms, heat and vapour balances.
 * Docs: docs/methods/air.md
 */
import { humidityOf, moistureRatio } from './humid-air';

/** Air at a moment. */
export interface AirState {
  /** °C */
  celsius: number;
  /** relative humidity, share 0–1 */
  humidity: number;
}

/** A building that holds the weather off. */
export interface Building {
  /** thermostat by day and by night, °C; null where nothing heats */
  heatedTo: number | null;
  nightTo: number | null;
  /** how slowly it follows the weather: time constant of a first-order lag, h */
  lag: number;
  /** vapour that people and cooking add, kg per kg of dry air */
  vapour: number;
}

/** Nothing indoors is drier or damper than this. */
const bounded = (humidity: number): number => Math.min(0.99, Math.max(0.08, humidity));

/**
 * Indoor air of a building through the hours: its temperature follows the weather with a first-order lag and never falls
 * below the thermostat; the vapour is the weather's and what is added.
 * @param weather hourly, the first some days before the first hour that matters
 * @param isNight whether the night's thermostat holds in an hour, by its index
 */
export function indoors(
  weather: readonly AirState[],
  building: Building,
  isNight: (hour: number) => boolean = () => false,
): AirState[] {
  const keep = Math.exp(-1 / Math.max(0.01, building.lag));
  let celsius = weather[0]?.celsius ?? 0;
  return weather.map((out, hour) => {
    const thermostat = isNight(hour) ? building.nightTo : building.heatedTo;
    celsius = Math.max(thermostat ?? -Infinity, celsius * keep + out.celsius * (1 - keep));
    const ratio = moistureRatio(out.celsius, out.humidity) + building.vapour;
    return { celsius, humidity: bounded(humidityOf(celsius, ratio)) };
  });
}

/** A tent of plastic film and what runs in it. */
export interface Tent {
  /** m */
  length: number;
  width: number;
  height: number;
  /** air changes per hour with the air around it, without and with the fan */
  leak: number;
  fan: { on: boolean; changes: number; wind: number };
  /** `nights`: left on when nobody is there */
  heater: { on: boolean; nights: boolean; watt: number; upTo: number };
  /** takes litres a day at most, and stops at a humidity */
  dehumidifier: { on: boolean; litresADay: number; downTo: number };
}

/** Density of air, kg/m³, and its heat capacity, J/(kg K), near 20 °C. From memory. */
const [DENSITY, HEAT] = [1.2, 1006];
/** Heat that passes one layer of plastic film, W/(m² K). From memory. */
const FILM_U = 5.7;
/** Latent heat of vapour, J/kg: what a dehumidifier takes out comes back as warmth. From memory. */
const LATENT = 2.45e6;
/** What a dehumidifier with a compressor takes for each kg of water, J. From memory: 0.7 kWh a litre. */
const DRYING = 0.7 * 3.6e6;
/** Air over a film where nothing blows, m/s. */
export const STILL = 0.1;

/**
 * Air in a tent in balance with the air around it.
 * @param around the house or shop it stands in
 * @param night nobody is there
 * @returns air, the wind over the films, m/s, and the power that heater and dehumidifier take, W
 */
export function inTent(
  around: AirState,
  tent: Tent,
  night = false,
): AirState & { wind: number; watt: number } {
  const { length, width, height } = tent;
  const volume = length * width * height;
  const skin = length * width + 2 * height * (length + width);
  const changes = tent.leak + (tent.fan.on ? tent.fan.changes : 0);
  /** kg of air exchanged, per second */
  const flow = (changes * volume * DENSITY) / 3600;
  const loss = FILM_U * skin + flow * HEAT;
  const wind = tent.fan.on ? tent.fan.wind : STILL;
  const ratio = moistureRatio(around.celsius, around.humidity);
  const warm = (watt: number): number => around.celsius + watt / loss;
  const heated =
    tent.heater.on && (tent.heater.nights || !night)
      ? Math.max(around.celsius, Math.min(tent.heater.upTo, warm(tent.heater.watt)))
      : around.celsius;
  const heating = (heated - around.celsius) * loss;
  if (!tent.dehumidifier.on)
    return { celsius: heated, humidity: bounded(humidityOf(heated, ratio)), wind, watt: heating };
  /** kg/s at most; as much as brings the air to the set humidity, no more */
  const most = tent.dehumidifier.litresADay / 86_400;
  const enough = flow * Math.max(0, ratio - moistureRatio(heated, tent.dehumidifier.downTo));
  const taken = Math.min(most, enough);
  const celsius = heated + (taken * LATENT) / loss;
  const watt = heating + taken * DRYING;
  return { celsius, humidity: bounded(humidityOf(celsius, ratio - taken / flow)), wind, watt };
}
