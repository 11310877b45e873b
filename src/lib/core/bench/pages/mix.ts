/** What is mixed next and what is mixed: products, the next coat of each lot, cups with their age. */
import { gets, workMinutes, worthOf, type Step } from '$core/coating/route';
import { isColoured } from '$core/takeoff/coloured';
import { passVolume, productNeeds } from '$core/takeoff/needs';
import { thinnerShare } from '$core/takeoff/mix';
import { pieceState } from '../state/state';
import { acts } from '../view/acts';
import type { Bench } from '../view/bench-job';
import { cupAge, nextBatch } from '../view/cups';

/** Cups that are shown, the last first. */
const CUPS = 8;

export function mixPage({ pack, state, route, lots: all, waits }: Bench, now: number) {
  const people = new Map(pack.people.map((w) => [w.id, w.name]));
  const products = pack.system?.products ?? [];
  const pieces = new Map(pack.pieces.map((p) => [p.id, p]));
  const zones = new Map(pack.zones.map((z) => [z.id, z.colour]));
  /** the next coat of every product on every lot, the bench's order first */
  const order = new Map(acts(state, route, all, now, new Map(), waits).map((a, i) => [a.lot, i]));
  const lots = [...all].sort((a, b) => (order.get(a.id) ?? 99) - (order.get(b.id) ?? 99));
  const coming = lots.flatMap((lot) =>
    products.flatMap((product) => {
      const pending = (s: Step) =>
        lot.pieces.filter((p) => gets(s, p) && !pieceState(state, p).done.has(s.key));
      const step = route.find((s) => s.product?.key === product.key && pending(s).length > 0);
      if (!step) return [];
      const own = pending(step).flatMap((id) => pieces.get(id) ?? []);
      const need = productNeeds([step], own)[0];
      if (!need) return [];
      return [
        {
          key: `${lot.id} ${step.key}`,
          product: product.key,
          words: `${step.act}, lot ${lot.name}`,
          ml: passVolume(need) * (1 + (product.mix ? thinnerShare(product.mix) : 0)),
          minutes: workMinutes(step, worthOf(step, pending(step))),
          colour: isColoured(product) ? (zones.get(own[0]?.zoneId ?? '') ?? '') : '',
        },
      ];
    }),
  );
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
    mixes: [...state.mixes]
      .reverse()
      .slice(0, CUPS)
      .map((m) => ({
        ...m,
        age: cupAge(m, now),
        who: people.get(m.worker) ?? '',
        name: products.find((p) => p.key === m.product)?.name ?? m.product,
      })),
    batch: nextBatch(state, now, pack.job.zone),
  };
}
export type MixPage = ReturnType<typeof mixPage>;
