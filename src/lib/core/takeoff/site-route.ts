/**
 * The way of the fixed work through the job: frames, end panels and mouldings are protected, cleaned, caulked and coated
 * where they are, uppers before lowers, and unmasked last. One list for the kitchen; coats are laid colour by colour.
 */
import { plain, type Requirement, type Step } from '../coating/route';
import type { Prep, Product, System } from '../coating/system';
import { PREP_M2_A_PIECE } from './needs';
import { TOOL_FACTS } from '../coating/tool';

/** Lot under which fixed work stands in a plan. */
export const SITE = 'site';

export interface SiteStep {
  key: string;
  kind: 'prep' | 'coat' | 'close';
  act: string;
  how: string;
  /** colour zone, for a coat */
  zone: string | null;
  product: Product | null;
  minutes: number;
  after: Requirement[];
}

const whole = (minutes: number): number => Math.max(1, Math.ceil(minutes - 1e-9));

/**
 * @param route the pieces' route: fixed work gets its front coats, with the same products and fullness
 * @param fixedM2 area of fixed work by zone, m²
 * @returns the steps in order; empty where nothing stays on the wall
 */
export function siteRoute(
  system: System,
  route: readonly Step[],
  fixedM2: ReadonlyMap<string, number>,
): SiteStep[] {
  const areas = [...fixedM2].filter(([, area]) => area > 0);
  const total = areas.reduce((sum, [, area]) => sum + area, 0);
  if (total === 0) return [];
  const steps: SiteStep[] = [];
  let wait = 0;
  const onKitchen = (prep: Prep, kind: SiteStep['kind'], after: Requirement[]): void => {
    steps.push({
      key: prep.key,
      kind,
      act: prep.act,
      how: prep.how,
      zone: null,
      product: null,
      minutes: whole(total * prep.minutesPerPiece.value),
      after,
    });
    wait = prep.dry.value;
  };
  const follows = (): Requirement[] => {
    const last = steps.at(-1);
    return last ? [plain(last.key, wait)] : [];
  };
  const kitchen = system.prep.filter((p) => p.on === 'kitchen');
  const caulks = kitchen.filter((p) => p.kind === 'caulk');
  for (const prep of kitchen) if (!caulks.includes(prep)) onKitchen(prep, 'prep', follows());
  const cleaning = system.prep.filter((p) => p.on === 'pieces');
  if (cleaning.length) {
    steps.push({
      key: 'fixed-prep',
      kind: 'prep',
      act: 'Clean and sand the fixed work',
      how: cleaning.map((p) => p.act).join(', ') + ': uppers first, then lowers, as the pieces are.',
      zone: null,
      product: null,
      minutes: whole((total / PREP_M2_A_PIECE) * cleaning.reduce((s, p) => s + p.minutesPerPiece.value, 0)),
      after: follows(),
    });
    wait = Math.max(...cleaning.map((p) => p.dry.value));
  }
  // Caulk is put on what is clean, before any paint.
  for (const prep of caulks) onKitchen(prep, 'prep', follows());

  const dry = follows();
  const coats = route.filter((s) => s.kind === 'coat' && s.face !== 'back' && !s.turn);
  for (const [zone, area] of areas) {
    let under: { key: string; product: Product; wet: number } | null = null;
    for (const coat of coats) {
      const { product } = coat;
      if (!product) continue;
      const key = `${coat.key} ${zone}`;
      const film: { key: string; product: Product; wet: number } | null = under;
      steps.push({
        key,
        kind: 'coat',
        act: coat.act.replace(/fronts|all faces/, 'the fixed work'),
        how: 'Uppers before lowers, inside edges before faces. Sand lightly before the next coat where the system says so.',
        zone,
        product,
        minutes: whole(
          (coat.tool ? TOOL_FACTS[coat.tool].setupMinutes : 0) +
            area * (coat.tool ? TOOL_FACTS[coat.tool].minutesPerM2 : 0),
        ),
        after: film
          ? [
              {
                step: film.key,
                film: film.product,
                stage: 'recoat',
                wet: film.wet,
                min: film.product.stages.recoat?.value ?? 0,
                max: null,
              },
            ]
          : dry,
      });
      under = { key, product, wet: coat.wet };
    }
  }
  // Tape comes off films that are dry.
  const last = areas.flatMap(([zone]) => steps.filter((s) => s.zone === zone).slice(-1));
  let after: Requirement[] = last.map((s) => ({
    step: s.key,
    film: s.product,
    stage: 'sand' as const,
    wet: 1,
    min: s.product?.stages.sand?.value ?? s.product?.stages.recoat?.value ?? 0,
    max: null,
  }));
  after = after.map((r) => (r.film?.stages.sand ? r : { ...r, stage: 'recoat' as const }));
  for (const prep of system.close) {
    if (prep.on !== 'kitchen') continue;
    onKitchen(prep, 'close', after);
    after = [plain(prep.key, prep.dry.value)];
  }
  return steps;
}
