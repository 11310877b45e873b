import { DAY } from '$core/units/durations';
import { PLACES, type Place } from '$core/air/places';
import { readNumber } from '$core/units/read-number';
import { answer } from '$server/base/answer';
import { placeAir, tentWhatIfs } from '$server/services/air/air-view';
import { companyZone } from '$server/services/company/clock';
import { isForeseen, placesOf } from '$server/services/air/place-air';
import { importReadings, typeReading } from '$server/services/air/readings-in';
import { readPlace, setPlaces, setSensor } from '$server/services/air/set-places';
import { measuresOf } from '$server/services/company/settings';
import { allProducts } from '$server/services/systems/systems';
import { sensors } from '$server/devices/devices';
import { listReadings, listSensors, readingsStamp } from '$server/store/readings';
import { celsiusOf, M_PER_FT } from '$core/units/measures';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url, depends }) => {
  depends('anthem:air');
  const now = locals.now();
  const products = allProducts(locals.db);
  const wanted = url.searchParams.get('product') ?? 'urethane-enamel';
  const product = products.find((p) => p.key === wanted) ?? products[0];
  if (!product) throw new Error('No product is known');
  const places = PLACES.map((place) => ({ place, air: placeAir(locals.db, place, product, now) }));
  const sensorAt = new Map(listSensors(locals.db).map((s) => [s.place, s]));
  const batteryAt = (place: Place): number => {
    const sensor = sensorAt.get(place);
    return sensor ? Math.round(sensors.batteryLeft(sensor, now) * 100) : 0;
  };
  return {
    title: 'Air',
    zone: companyZone(),
    /** the readings that this is made of */
    known: PLACES.map((p) => readingsStamp(locals.db, p)).join('/'),
    products: products.map((p) => ({ key: p.key, name: p.name })),
    product: { key: product.key, name: product.name, limits: product.limits },
    /** whether this installation has sensors, and a forecast */
    sensors: sensors.there,
    foreseen: isForeseen(),
    places: places.map((p) => ({
      ...p,
      sensor: sensorAt.get(p.place) ?? null,
      battery: batteryAt(p.place),
      last: listReadings(locals.db, p.place, now - 7 * DAY, now).at(-1) ?? null,
    })),
    set: placesOf(locals.db),
    whatIfs: tentWhatIfs(locals.db, product, 'recoat', now),
  };
};

const placeIn = (form: FormData) => readPlace(form.get('place'));
const number = (form: FormData, name: string): number => readNumber(String(form.get(name) ?? '')) ?? NaN;

export const actions: Actions = {
  reading: async ({ request, locals }) => {
    const form = await request.formData();
    const us = measuresOf(locals.db) === 'us';
    return answer(() => {
      const warm = number(form, 'temperature');
      typeReading(
        locals.db,
        {
          place: placeIn(form),
          celsius: us ? celsiusOf(warm) : warm,
          humidity: number(form, 'humidity') / 100,
        },
        locals.now(),
      );
      return { done: 'The reading is kept.' };
    });
  },
  logger: async ({ request, locals }) => {
    const form = await request.formData();
    const file = form.get('csv');
    const text = file instanceof File ? await file.text() : String(file ?? '');
    return answer(() => {
      const { added, known } = importReadings(locals.db, placeIn(form), text, locals.now());
      return { done: `${added} readings came in${known ? `, ${known} were here already` : ''}.` };
    });
  },
  sensor: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      setSensor(locals.db, { place: form.get('place'), act: form.get('act') }, locals.now());
      return { done: 'The sensor is set.' };
    });
  },
  places: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const before = placesOf(locals.db);
      const us = measuresOf(locals.db) === 'us';
      const warm = (name: string): number => (us ? celsiusOf(number(form, name)) : number(form, name));
      const long = (name: string): number => number(form, name) * (us ? M_PER_FT : 1);
      const thermostat = (name: string): number | null =>
        String(form.get(name) ?? '').trim() === '' ? null : warm(name);
      const { tent } = before;
      setPlaces(locals.db, {
        house: { ...before.house, heatedTo: thermostat('house'), nightTo: thermostat('houseNight') },
        shop: { ...before.shop, heatedTo: thermostat('shop'), nightTo: thermostat('shopNight') },
        tent: {
          ...tent,
          in: form.get('in'),
          length: long('length'),
          width: long('width'),
          height: long('height'),
          fan: { ...tent.fan, on: form.get('fan') === 'on', wind: number(form, 'wind') },
          heater: {
            ...tent.heater,
            on: form.get('heater') === 'on',
            nights: form.get('nights') === 'on',
            watt: number(form, 'watt'),
            upTo: warm('upTo'),
          },
          dehumidifier: {
            ...tent.dehumidifier,
            on: form.get('dehumidifier') === 'on',
            litresADay: number(form, 'litresADay'),
          },
        },
      });
      return { done: 'The places are set. Plans follow.' };
    });
  },
};
