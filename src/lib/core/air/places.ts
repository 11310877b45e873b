/** The places where films dry: a house, a shop, and a tent in one of them. */
import { frozen } from '../frozen';
import { z } from 'zod';

/** Where pieces are coated and dry. */
export const PLACES = frozen(['house', 'shop', 'tent'] as const);
export type Place = (typeof PLACES)[number];

const buildingSchema = z.object({
  heatedTo: z.number('Write the thermostat in °C').min(5).max(30).nullable(),
  nightTo: z.number('Write the night’s thermostat').min(0).max(30).nullable(),
  lag: z.number().min(0.5).max(200),
  vapour: z.number().min(0).max(0.01),
});
const tentSchema = z.object({
  in: z.enum(['house', 'shop']),
  length: z.number('Write the length of the tent').min(1, 'A tent is at least 1 m long').max(20),
  width: z.number('Write the width of the tent').min(1, 'A tent is at least 1 m wide').max(20),
  height: z.number('Write the height of the tent').min(1, 'A tent is at least 1 m high').max(6),
  leak: z.number().min(0.05).max(20),
  fan: z.object({ on: z.boolean(), changes: z.number().min(0).max(200), wind: z.number().min(0.1).max(5) }),
  heater: z.object({
    on: z.boolean(),
    nights: z.boolean(),
    watt: z.number().min(0).max(20_000),
    upTo: z.number().min(10).max(40),
  }),
  dehumidifier: z.object({
    on: z.boolean(),
    litresADay: z.number().min(0).max(200),
    downTo: z.number().min(0.2).max(0.9),
  }),
});
export const placesSchema = z.object({ house: buildingSchema, shop: buildingSchema, tent: tentSchema });
export type Places = z.infer<typeof placesSchema>;

/**
 * A heated house, a shop kept from freezing, and a tent of about 10 by 15 ft in the shop (T24), warmed and dried.
 * Lags, vapour and leaks from memory.
 */
export const USUAL_PLACES: Places = frozen({
  house: { heatedTo: 20, nightTo: 17, lag: 30, vapour: 0.0025 },
  shop: { heatedTo: 16, nightTo: 10, lag: 10, vapour: 0.0008 },
  tent: {
    in: 'shop',
    length: 4.6,
    width: 3,
    height: 2.4,
    leak: 1,
    fan: { on: false, changes: 12, wind: 0.8 },
    heater: { on: true, nights: false, watt: 2000, upTo: 22 },
    dehumidifier: { on: false, litresADay: 16, downTo: 0.45 },
  },
});
