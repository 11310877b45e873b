import { PLACES, placesSchema } from '$core/air/places';
import { answer } from '$server/answer';
import { placeAir, tentWhatIfs } from '$server/services/air/air-view';
import { companyZone } from '$server/services/company/clock';
import { placesOf } from '$server/services/air/places';
import { importReadings, typeReading } from '$server/services/air/readings-in';
import { Refused } from '$server/refused';
import { allProducts } from '$server/services/systems/systems';
import { batteryLeft } from '$server/standins/thermo-hygrometer';
import { listReadings, listSensors, writeSensor } from '$server/store/readings';
import { readSetting, writeSetting } from '$server/store/settings';
import { celsiusOf, M_PER_FT } from '$core/units/measures';
import type { Actions, PageServerLoad } from './$types';

const DAY = 86_400_000;

export const load: PageServerLoad = ({ locals, url, depends }) => {
  depends('anthem:air');
  const now = locals.now();
  const products = allProducts(locals.db);
  const wanted = url.searchParams.get('product') ?? 'urethane-enamel';
  const product = products.find((p) => p.key === wanted) ?? products[0];
  if (!product) throw new Error('No product is known');
  const places = PLACES.map((place) => placeAir(locals.db, place, product, now));
  const sensors = listSensors(locals.db);
  return {
    title: 'Air',
    zone: companyZone(),
    products: products.map((p) => ({ key: p.key, name: p.name })),
    product: { key: product.key, name: product.name, limits: product.limits },
    places: places.map((p) => ({
      ...p,
      sensor: sensors.find((s) => s.place === p.place) ?? null,
      battery: Math.round(batteryLeft(sensors.find((s) => s.place === p.place)?.batteryAt ?? 0, now) * 100),
      last: listReadings(locals.db, p.place, now - 7 * DAY, now).at(-1) ?? null,
    })),
    set: placesOf(locals.db),
    whatIfs: tentWhatIfs(locals.db, product, 'recoat', now),
  };
};

const placeIn = (form: FormData) => {
  const place = PLACES.find((p) => p === form.get('place'));
  if (!place) throw new Refused(422, 'Choose the place.', 'place');
  return place;
};
const number = (form: FormData, name: string): number =>
  Number(
    String(form.get(name) ?? '')
      .trim()
      .replace(',', '.') || NaN,
  );

export const actions: Actions = {
  reading: async ({ request, locals }) => {
    const form = await request.formData();
    const us = readSetting(locals.db, 'measures') === 'us';
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
      const place = placeIn(form);
      const now = locals.now();
      const had = listSensors(locals.db).find((s) => s.place === place) ?? {
        place,
        on: false,
        batteryAt: now,
        sentUntil: now,
        calibratedAt: now,
      };
      const act = String(form.get('act') ?? '');
      const acts = {
        on: { ...had, on: true, sentUntil: now },
        off: { ...had, on: false },
        battery: { ...had, batteryAt: now },
        calibrate: { ...had, calibratedAt: now },
      };
      const next = Object.hasOwn(acts, act) ? acts[act as keyof typeof acts] : undefined;
      if (!next) throw new Refused(422, 'The sensor knows no such act.', 'act');
      writeSensor(locals.db, next);
      return { done: 'The sensor is set.' };
    });
  },
  places: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const before = placesOf(locals.db);
      const us = readSetting(locals.db, 'measures') === 'us';
      const warm = (name: string): number => (us ? celsiusOf(number(form, name)) : number(form, name));
      const long = (name: string): number => number(form, name) * (us ? M_PER_FT : 1);
      const thermostat = (name: string): number | null =>
        String(form.get(name) ?? '').trim() === '' ? null : warm(name);
      const { tent } = before;
      const parsed = placesSchema.safeParse({
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
      if (!parsed.success) {
        const issue = parsed.error.issues[0];
        throw new Refused(
          422,
          `${issue?.path.join(' ') ?? ''}: ${issue?.message ?? ''}`,
          String(issue?.path.at(-1) ?? ''),
        );
      }
      writeSetting(locals.db, 'places', parsed.data);
      return { done: 'The places are set. Plans follow.' };
    });
  },
};
