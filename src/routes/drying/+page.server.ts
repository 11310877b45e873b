import { PLACES, type Place } from '$core/air/places';
import { STAGES, type Stage } from '$core/coating/system';
import { localMinute } from '$core/units/clock-time';
import { Temporal } from 'temporal-polyfill';
import { answer } from '$server/base/answer';
import { companyZone } from '$server/services/company/clock';
import { dryingView } from '$server/services/air/drying-view';
import { forget, isStage, recordTouchTest } from '$server/services/air/learnt';
import { Refused } from '$server/base/refused';
import { allProducts } from '$server/services/systems/systems';
import type { Actions, PageServerLoad } from './$types';

const local = (ms: number): string => localMinute(ms, companyZone());

/** ms since 1970 of a local date and time; null where the text is empty. @throws Refused */
function moment(text: string, field: string): number | null {
  if (!text.trim()) return null;
  try {
    return Temporal.PlainDateTime.from(text.trim().replace(' ', 'T')).toZonedDateTime(companyZone())
      .epochMilliseconds;
  } catch {
    throw new Refused(422, `“${text}” is no date and time: write it as 2026-03-11T10:20.`, field);
  }
}

/** How far from now a coat may be laid, ms. */
const FARTHEST = 366 * 86_400_000;

export const load: PageServerLoad = ({ locals, url }) => {
  const now = locals.now();
  const products = allProducts(locals.db);
  const ask = (name: string) => url.searchParams.get(name);
  const product =
    products.find((p) => p.key === ask('product')) ??
    products.find((p) => p.key === 'urethane-enamel') ??
    products[0];
  if (!product) throw new Error('No product is known');
  const place: Place = PLACES.find((p) => p === ask('place')) ?? 'tent';
  const film = Math.min(3, Math.max(0.3, Number(ask('film') ?? 100) / 100 || 1));
  let laid: number;
  let wrong = '';
  try {
    laid = moment(ask('laid') ?? '', 'laid') ?? now;
    if (Math.abs(laid - now) > FARTHEST)
      throw new Refused(
        422,
        'The air is known and foreseen for a year around now: write a nearer day.',
        'laid',
      );
  } catch (refusal) {
    if (!(refusal instanceof Refused)) throw refusal;
    laid = now;
    wrong = refusal.message;
  }
  const wanted = ask('stage') ?? 'recoat';
  const named: Stage = isStage(wanted) ? wanted : 'recoat';
  const stage = product.stages[named] ? named : (STAGES.find((s) => product.stages[s]) ?? 'touch');
  return {
    title: `Drying: ${product.name}`,
    zone: companyZone(),
    products: products.map((p) => ({ key: p.key, name: p.name })),
    product: { key: product.key, name: product.name },
    place,
    laid,
    laidLocal: local(laid),
    nowLocal: local(now),
    film: Math.round(film * 100),
    stage,
    wrong,
    view: dryingView(locals.db, product, place, laid, film, stage, companyZone(), now),
  };
};

export const actions: Actions = {
  test: async ({ request, locals }) => {
    const form = await request.formData();
    const text = (name: string): string => String(form.get(name) ?? '');
    return answer(() => {
      recordTouchTest(
        locals.db,
        {
          product: text('product'),
          place: text('place'),
          stage: text('stage'),
          laidAt: moment(text('laidAt'), 'laidAt'),
          notAt: moment(text('notAt'), 'notAt'),
          readyAt: moment(text('readyAt'), 'readyAt'),
        },
        locals.worker,
        locals.now(),
      );
      return { done: 'The touch test is kept. Waits follow.' };
    });
  },
  forget: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const place = PLACES.find((p) => p === form.get('place'));
      if (!place) throw new Refused(422, 'Choose the place.', 'place');
      const n = forget(locals.db, String(form.get('product') ?? ''), place, locals.now());
      return {
        done: n ? `${n} touch tests are forgotten: the sheet stands again.` : 'There was nothing to forget.',
      };
    });
  },
};
