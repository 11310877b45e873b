/** What stands in the hand-over pack: what was done to the kitchen with what, in which air, what was seen, and what is kept. */
import { hingesOf } from '$core/kitchen/condition';
import { FORM_WORDS } from '$core/kitchen/kitchen';
import { hidingPlace } from '$core/labels/hiding';
import { DEFECTS } from '$core/quality/defects';
import { failureOf } from '$core/quality/failures';
import { gets } from '$core/coating/route';
import { pieceState } from '../state/state';
import type { Bench } from '../view/bench-job';

interface Span {
  from: number;
  to: number;
}

export interface StepDone extends Span {
  act: string;
  product: string;
  /** of the cups that were laid from; empty where none was mixed */
  batches: string[];
  pieces: number;
  /** air while it was laid, at its coldest and warmest, °C, and humidity; null where nobody knows */
  air: { celsius: [number, number]; humidity: [number, number] } | null;
}

const spread = (values: readonly number[]): [number, number] => [Math.min(...values), Math.max(...values)];

/** The steps as they were done on pieces, in the order of the route. */
function stepsDone({ pack, state, route, climate }: Bench): StepDone[] {
  return route.flatMap((step) => {
    const done = pack.pieces.flatMap((p) =>
      gets(step, p.id) ? (pieceState(state, p.id).done.get(step.key) ?? []) : [],
    );
    if (!done.length || step.kind === 'hang') return [];
    const hours = step.product
      ? done.flatMap((d) => {
          const hour = climate?.air[Math.floor((d.end - climate.start) / (climate.step * 60_000))];
          return hour ? [hour] : [];
        })
      : [];
    const batches = step.product?.mix
      ? done.flatMap(
          (d) =>
            state.mixes.findLast((m) => m.product === step.product?.key && m.readyAt <= d.start)?.batch ?? [],
        )
      : [];
    return [
      {
        act: step.act,
        product: step.product?.name ?? '',
        batches: [...new Set(batches)],
        pieces: done.length,
        from: Math.min(...done.map((d) => d.start)),
        to: Math.max(...done.map((d) => d.end)),
        air: hours.length
          ? {
              celsius: spread(hours.map((h) => h.celsius)),
              humidity: spread(hours.map((h) => h.humidity)),
            }
          : null,
      },
    ];
  });
}

/** The films on a face of a usual piece of each colour zone, by product: coats and dry film, µm. */
function filmsOf({ pack, state, route }: Bench) {
  return pack.zones.flatMap((zone) => {
    const pieces = pack.pieces.filter((p) => p.zoneId === zone.id);
    const fronts = new Map<string, { name: string; coats: number; um: number; coloured: boolean }>();
    for (const step of route) {
      const { product } = step;
      if (!product || (step.face !== 'front' && step.face !== 'all') || step.mends) continue;
      const laid = pieces.filter((p) => gets(step, p.id) && pieceState(state, p.id).done.has(step.key));
      if (!laid.length) continue;
      const had = fronts.get(product.key) ?? {
        name: product.name,
        coats: 0,
        um: 0,
        coloured: product.kind === 'finish' || product.kind === 'glaze',
      };
      fronts.set(product.key, {
        ...had,
        coats: had.coats + 1,
        um: had.um + product.dryFilm.value * step.wet,
      });
    }
    return pieces.length
      ? [
          {
            zone: zone.name,
            colour: zone.colour,
            pieces: pieces.map((p) => p.code),
            films: [...fronts.values()],
          },
        ]
      : [];
  });
}

export function packPage(bench: Bench) {
  const { pack, state, codes } = bench;
  const hides = new Map<string, string[]>();
  for (const p of pack.pieces) {
    const { words } = hidingPlace(p.form, hingesOf(p, p.condition));
    const key = `${FORM_WORDS[p.form]}: ${words}`;
    hides.set(key, [...(hides.get(key) ?? []), p.code]);
  }
  return {
    zones: filmsOf(bench),
    steps: stepsDone(bench),
    seen: [
      ...[...state.flaws.values()].map((f) => ({
        at: f.at,
        code: codes.get(f.piece) ?? '',
        what: DEFECTS[f.defect].seen,
        then: f.accepted === null ? 'put right' : `left as it is: ${f.accepted}`,
      })),
      ...[...state.touchUps.values()].map((t) => ({
        at: t.opened,
        code: codes.get(t.piece) ?? '',
        what: failureOf(t.failure).seen,
        then: t.closed ? 'put right' : t.due ? `to be put right by ${t.due}` : 'to be put right',
      })),
    ].sort((a, b) => a.at - b.at),
    hides: [...hides].map(([words, of]) => ({ words, codes: of })),
  };
}
