/**
 * The devices and services of this installation, as its configuration names them: a real one takes a stand-in's place here. Without a
 * name a company has none of them, and the demo has stand-ins.
 */
import { demoClock } from '../standins/demo-clock';
import { simulatedPrinter } from '../standins/label-printer';
import { simulatedSensors } from '../standins/thermo-hygrometer';
import { simulatedWeather } from '../standins/weather';
import type { AirSensors } from '../ports/air-sensors';
import { choose } from './choose';
import type { Clock } from '../ports/clock';
import type { LabelPrinter } from '../ports/label-printer';
import { noPrinter, noSensors, noWeather } from '../ports/none';
import { systemClock } from '../ports/system-clock';
import type { WeatherSource } from '../ports/weather';

export const isDemo = (): boolean => process.env.ANTHEM_DEMO === '1';

/** Asked for each time: the demo is switched on before anything else is read. */
export const clock = (): Clock => (isDemo() ? demoClock : systemClock);

/** What is invented is for the demo, or for whoever names it: a company without a device has none. */
const usual = isDemo() ? 'simulated' : 'none';

export const weather = choose<WeatherSource>(
  'ANTHEM_WEATHER',
  { none: noWeather, simulated: simulatedWeather },
  usual,
);
export const sensors = choose<AirSensors>(
  'ANTHEM_SENSORS',
  { none: noSensors, simulated: simulatedSensors },
  usual,
);
export const labelPrinter = choose<LabelPrinter>(
  'ANTHEM_LABEL_PRINTER',
  { none: noPrinter, simulated: simulatedPrinter },
  usual,
);
