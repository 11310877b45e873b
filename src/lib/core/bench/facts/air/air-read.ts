/** The air was read at a place. */
import { z } from 'zod';
import { celsiusOf, formatTemperature } from '../../../units/measures';
import { factKind, nothingAgainst } from '../kind';

/** °C, within what a thermometer in a tent can show. */
const temperature = (of: string) => {
  const range = `The ${of} is between -30 and 60 °C: check the reading and its unit`;
  return z.number(`Write the temperature of the ${of} in °C, such as 18.4`).min(-30, range).max(60, range);
};

export const airRead = factKind({
  schema: z.object({
    kind: z.literal('air.read'),
    place: z.string().trim().min(1).max(40),
    celsius: temperature('air'),
    humidity: z
      .number('Write the humidity in %, such as 61')
      .gt(0, 'Humidity must be above 0 %')
      .max(1, 'Humidity is at most 100 %'),
    surface: temperature('surface').optional(),
  }),
  rank: 70,
  fromForm: (form) => {
    const warm = (name: string): number | undefined => {
      const value = form.number(name);
      return value === undefined || form.text('unit') !== 'F' ? value : celsiusOf(value);
    };
    const surface = warm('surface');
    const humidity = form.number('humidity');
    return {
      place: form.text('place'),
      celsius: warm('celsius'),
      humidity: humidity === undefined ? undefined : humidity / 100,
      ...(surface === undefined ? {} : { surface }),
    };
  },
  apply: (state, { at }, { place, celsius, humidity, surface }) => {
    state.air.set(place, { place, celsius, humidity, surface, at });
  },
  refuse: nothingAgainst,
  say: (body, { context }) =>
    `Air, ${body.place}: ${formatTemperature(body.celsius, context.measures)}, ${Math.round(body.humidity * 100)} %`,
});
