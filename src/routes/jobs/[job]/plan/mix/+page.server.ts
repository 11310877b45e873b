import { workMinutes } from '$core/coating/route';
import { acts } from '$core/bench/acts';
import { recordFromForm } from '$server/fact-action';
import { isColoured, productNeeds } from '$core/takeoff/needs';
import { listWorkers } from '$server/store/workers';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const { file } = locals.open(params.job);
  const now = locals.now();
  const people = new Map(listWorkers(locals.db).map((w) => [w.id, w.name]));
  const products = file.system?.products ?? [];
  const pieces = new Map(file.pieces.map((p) => [p.id, p]));
  const zones = new Map(file.zones.map((z) => [z.id, z.colour]));
  /** what the coming coats of the bench take, by lot */
  const coming = acts(file.state, file.route, file.lots, now, new Map(), file.waits).flatMap((a) => {
    const own = a.pieces.flatMap((id) => pieces.get(id) ?? []);
    const need = a.step.product ? productNeeds([a.step], own)[0] : undefined;
    if (!need || !a.step.product) return [];
    return [
      {
        key: `${a.lot} ${a.step.key}`,
        product: a.step.product.key,
        words: `${a.step.act}, lot ${file.lots.find((l) => l.id === a.lot)?.name ?? ''}`,
        ml: (need.onWorkMl + need.missesMl + need.reserveMl) * (1 + (a.step.product.mix?.thinner ?? 0)),
        minutes: workMinutes(a.step, a.pieces.length),
        colour: isColoured(a.step.product) ? (zones.get(own[0]?.zoneId ?? '') ?? '') : '',
      },
    ];
  });
  return {
    products: products.map((p) => ({
      key: p.key,
      name: p.name,
      solids: p.solids.value,
      dryFilm: p.dryFilm.value,
      density: p.density.value,
      thinUpTo: p.thinUpTo?.value ?? null,
      mix: p.mix,
    })),
    coming,
    mixes: [...file.state.mixes]
      .reverse()
      .slice(0, 8)
      .map((m) => ({
        ...m,
        who: people.get(m.worker) ?? '',
        name: products.find((p) => p.key === m.product)?.name ?? m.product,
      })),
    batch: `${String(file.state.mixes.length + 1)}-${new Date(now).toISOString().slice(5, 10).replace('-', '')}`,
  };
};

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
