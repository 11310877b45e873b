/** Paint as the record has it: what was laid, and what is left of what was bought. */
import type { Step } from '../../coating/route';
import { coatsOn, laidVolumes, leftOver, type Laid } from '../../takeoff/laid';
import { needsByZone, type PieceToCoat } from '../../takeoff/needs';
import type { SiteStep } from '../../takeoff/site-route';
import { isInKitchen, type JobState } from '../state/state';
import type { Bench } from './bench-job';

type Coated = PieceToCoat & { id: string; zoneId: string };

/** What was laid on pieces and on the fixed work, coats that were done over counted as often as they were laid. */
export function laidPaint(
  state: JobState,
  route: readonly Step[],
  site: readonly SiteStep[],
  pieces: readonly Coated[],
): Laid[] {
  const byId = new Map(pieces.map((p) => [p.id, p]));
  const onPieces = new Map(route.map((s) => [s.key, s]));
  const inKitchen = new Map(site.map((s) => [s.key, s]));
  return laidVolumes(
    [...state.works.values()].flatMap((work) => {
      if (work.end === null) return [];
      const step = onPieces.get(work.step);
      if (step && !isInKitchen(work))
        return coatsOn(
          step,
          work.pieces.flatMap((p) => byId.get(p) ?? []),
        );
      const { product, tool, wet = 1, areaM2 = 0, zone = null } = inKitchen.get(work.step) ?? {};
      return product && tool ? [{ product, tool, wet, areaM2, zone: zone ?? '' }] : [];
    }),
  );
}

/** What is left of a product and colour by the take-off: bought, less what was laid, what hose and trays lose, and what is kept already. */
interface PaintLeft {
  product: string;
  colour: string;
  boughtMl: number;
  laidMl: number;
  lossMl: number;
  /** put into cans for touch-ups before */
  keptMl: number;
  leftMl: number;
}

/** What is left of everything that was bought for a job and begun; nothing where no cans are known. */
export function paintLeft({ pack, state, route, site }: Bench): PaintLeft[] {
  const laid = laidPaint(state, route, site, pack.pieces);
  const needs = needsByZone(
    route.filter((s) => !s.mends),
    pack.pieces,
    site,
  );
  const colours = new Map(pack.zones.map((z) => [z.id, z.colour]));
  return (pack.bought ?? []).flatMap(({ product, zone, ml }) => {
    const own = laid.find((l) => l.product === product && l.zone === zone);
    if (!own) return [];
    const lossMl = needs.find((n) => n.product.key === product && n.zone === zone)?.lossMl ?? 0;
    const colour = colours.get(zone ?? '') ?? '';
    const keptMl = [...state.cans.values()].reduce(
      (sum, c) => (c.product === product && c.colour === colour ? sum + c.keptMl : sum),
      0,
    );
    return [
      {
        product,
        colour,
        boughtMl: ml,
        laidMl: own.ml,
        lossMl,
        keptMl,
        leftMl: leftOver(ml, own.ml, lossMl + keptMl),
      },
    ];
  });
}
