/** What is not there: no forecast is made up, no reading comes, nothing is printed. */
import type { AirSensors } from './air-sensors';
import type { LabelPrinter } from './label-printer';
import type { WeatherSource } from './weather';

export const noWeather: WeatherSource = { there: false, forecast: () => [] };

export const noSensors: AirSensors = { there: false, every: Infinity, batteryLeft: () => 0, sent: () => [] };

export const noPrinter: LabelPrinter = {
  there: false,
  labelMm: Infinity,
  wake: () => undefined,
  attend: () => undefined,
  trials: [],
};
