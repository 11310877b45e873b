/**
 * The way of the fixed work through the job: frames, end panels and mouldings are protected, cleaned, sanded, caulked and
 * coated where they are, as the fronts of their colour are, uppers before lowers; gaps that the first coat shows are
 * caulked; the tape comes off last, or while the last coat is wet.
 */
import { materialOf } from './clean-outs';
import { frozen } from '../frozen';
import type { Finish } from '../coating/finish';
import { actOf, buildRoute, plain, type Requirement, type Step } from '../coating/route';
import { prepOf, type Prep, type PrepKind, type Product } from '../coating/system';
import { NEW_SKIN, onFixed, SPOT_CAULK } from '../coating/prep';
import { SURFACE_SEALER } from '../coating/systems/products';
import { TOOL_FACTS, type Tool } from '../coating/tool';
import type { FixedMaterial } from '../kitchen/fixed-material';
import { FIXED_WORDS } from '../kitchen/fixed-work';
import type { FixedArea } from './fixed-zones';
import type { Visit } from './visit';

/** Lot under which fixed work stands in a plan. */
export const SITE = 'site';
/** Both faces of a usual piece, m²: fixed work is cleaned and sanded at the same pace. From memory. */
const PREP_M2_A_PIECE = 0.5;
/** Sanding between coats and dusting off, min a square metre. From memory. */
const SAND_M2 = 2.5;

const TOUCH_UP = 'touch-up.';
/** Key of a step of a touch-up: without a number, what all its steps begin with. */
export const touchUpKey = (touchUp: string, i: number | '' = ''): string => `${TOUCH_UP}${touchUp}.${i}`;
/** Whether a step is of a touch-up. @param step its key */
export const isTouchUp = (step: string): boolean => step.startsWith(TOUCH_UP);

export interface SiteStep {
  key: string;
  kind: 'prep' | 'sand' | 'coat' | 'close' | 'visit';
  prep: PrepKind | null;
  act: string;
  how: string;
  /** colour zone; null for what is done to all of them */
  zone: string | null;
  product: Product | null;
  tool: Tool | null;
  /** wet film over the right one, for a coat */
  wet: number;
  /** grit, where it is sanded */
  grit: number | null;
  /** area that it is done on */
  areaM2: number;
  minutes: number;
  after: Requirement[];
  /** the touch-up that it is of, where it is no fixed work */
  touchUp?: string;
  /** what of a visit it is, where it is one */
  visit?: Visit;
  /** the stage it belongs to, where the kitchen goes home in parts */
  stage?: number;
  /** the flaw that it mends, and how many steps mend that */
  mends?: { flaw: string; of: number };
  /** ms since 1970 before which it does not begin */
  notBefore?: number;
  /** what is done, the piece left out; of a touch-up */
  work?: string;
}

/** Fixed work of one colour that is finished in one way. */
export interface FixedPart {
  /** of its coats' keys: the zone, or the zone and what of it is finished otherwise */
  id: string;
  zone: string;
  areas: readonly FixedArea[];
  finish: Finish;
  /** the stage in which it is worked, and what that is called; the first where nothing is said */
  stage?: number;
  words?: string;
}

const whole = (minutes: number): number => Math.max(1, Math.ceil(minutes - 1e-9));
const sum = (areas: readonly FixedArea[]): number => areas.reduce((total, a) => total + a.areaM2, 0);
const m2 = (area: number): string => `${area.toFixed(1)} m²`;

/** Materials that ask for something before the system's own first coat. */
const SLICK: readonly FixedMaterial[] = frozen(['melamine', 'printed film']);
const RAW: readonly FixedMaterial[] = frozen(['raw wood', 'new skin']);

const plainWork = { zone: null, product: null, tool: null, wet: 1, grit: null } as const;

/** Steps on the whole kitchen or on all that has one finish. */
const prepStep = (prep: Prep, key: string, kind: 'prep' | 'close', areaM2: number, minutes: number) => ({
  ...plainWork,
  key,
  kind,
  prep: prep.kind,
  act: prep.act,
  how: prep.how,
  grit: prep.grit,
  areaM2,
  minutes: whole(minutes),
});

/** A film that what follows waits for; its recoat where it is not sanded. */
const dry = (step: SiteStep, stage: 'sand' | 'recoat'): Requirement => {
  const film = step.product;
  const wanted = film?.stages[stage] ? stage : 'recoat';
  return {
    step: step.key,
    film,
    stage: wanted,
    wet: step.wet,
    min: film?.stages[wanted]?.value ?? 0,
    max: null,
  };
};

/**
 * @param parts each colour's fixed work with its finish; one that has no area is left out
 * @returns the steps in order, stage by stage; empty where nothing stays on the wall
 */
export function siteRoute(parts: readonly FixedPart[]): SiteStep[] {
  const stages = [...new Set(parts.map((p) => p.stage ?? 0))].sort((a, b) => a - b);
  if (stages.length < 2) return routeOfStage(parts);
  return stages.flatMap((stage) => {
    const own = parts.filter((p) => (p.stage ?? 0) === stage);
    // What is done to the whole kitchen is done to each stage by itself: the keys of the second are told apart.
    const key = (name: string): string =>
      stage === 0 || own.some((p) => name.endsWith(` ${p.id}`)) ? name : `${name} ${stage + 1}`;
    return routeOfStage(own).map((s) => ({
      ...s,
      key: key(s.key),
      act: `${s.act}, ${own[0]?.words ?? ''}`,
      stage,
      after: s.after.map((r) => ({ ...r, step: key(r.step) })),
    }));
  });
}

/** Fixed work of one stage, step by step. */
function routeOfStage(parts: readonly FixedPart[]): SiteStep[] {
  const uppers = ({ areas }: FixedPart): number => sum(areas.filter((a) => a.upper)) / sum(areas);
  // What drips falls on what is below: the colour that hangs highest goes first.
  const own = parts.filter((p) => sum(p.areas) > 0).sort((a, b) => uppers(b) - uppers(a));
  const [first] = own;
  if (!first) return [];
  const total = sum(own.flatMap((p) => p.areas));
  const steps: SiteStep[] = [];
  let before: Requirement[] = [];
  const follow = (step: Omit<SiteStep, 'after'>, wait: number): void => {
    steps.push({ ...step, after: before });
    before = [plain(step.key, wait)];
  };

  const kitchen = [
    ...new Map(own.flatMap((p) => prepOf(p.finish.system)).map((p) => [p.key, p])).values(),
  ].filter((p) => p.on === 'kitchen');
  const afterCleaning = (p: Prep): boolean => p.kind === 'caulk' || p.kind === 'mask';
  for (const prep of kitchen.filter((p) => !afterCleaning(p)))
    follow(prepStep(prep, prep.key, 'prep', total, total * prep.minutesPerPiece.value), prep.dry.value);

  // Skins are glued on before anything is cleaned for paint.
  const skins = sum(own.flatMap((p) => p.areas.filter((a) => a.material === 'new skin')));
  if (skins > 0)
    follow(
      prepStep(NEW_SKIN, NEW_SKIN.key, 'prep', skins, skins * NEW_SKIN.minutesPerPiece.value),
      NEW_SKIN.dry.value,
    );

  /** what keeps the surface receptive, by finish */
  const receptive = new Map<string, Requirement>();
  const finishes = new Map(own.map((p) => [p.finish.key, p.finish]));
  for (const [name, finish] of finishes) {
    const area = sum(own.filter((p) => p.finish.key === name).flatMap((p) => p.areas));
    for (const prep of prepOf(finish.system).filter((p) => p.on === 'pieces' && isOfWalls(p))) {
      const key = `fixed.${prep.key}${name && ` ${name}`}`;
      const minutes = (area / PREP_M2_A_PIECE) * prep.minutesPerPiece.value;
      const made = prepStep(prep, key, 'prep', area, minutes);
      follow({ ...made, act: `${onFixed(prep)}: the fixed work` }, prep.dry.value);
      if (prep.holds) receptive.set(name, { ...plain(key), max: prep.holds.value });
    }
  }
  // Caulk and tape are put on what is clean, before any paint.
  for (const prep of kitchen.filter(afterCleaning))
    follow(prepStep(prep, prep.key, 'prep', total, total * prep.minutesPerPiece.value), prep.dry.value);

  const ready = before;
  let higher: SiteStep[] = [];
  const last: SiteStep[] = [];
  for (const part of own) {
    const coats = coatsOf(part, ready, receptive.get(part.finish.key));
    // Coat by coat behind the colour above it.
    coats
      .filter((s) => s.kind === 'coat')
      .forEach((coat, i) => {
        const above = higher[Math.min(i, higher.length - 1)];
        if (above) coat.after.push(plain(above.key));
      });
    steps.push(...coats);
    higher = coats.filter((s) => s.kind === 'coat');
    const end = coats.at(-1);
    if (end) last.push(end);
  }

  addCleanOuts(own.map((part) => steps.filter((s) => s.kind === 'coat' && s.key.endsWith(` ${part.id}`))));

  const closes = [...new Map(own.flatMap((p) => p.finish.system.close).map((p) => [p.key, p])).values()];
  for (const prep of closes.filter((p) => p.on === 'kitchen')) {
    const minutes = (area: number): number => area * prep.minutesPerPiece.value;
    if (prep.whileWet) steps.push(...own.flatMap((part) => pulledWet(part, prep, steps, minutes)));
    else {
      const after = last.map((s) => (s.product ? dry(s, 'sand') : plain(s.key)));
      steps.push({ ...prepStep(prep, prep.key, 'close', total, minutes(total)), after });
    }
  }
  return steps;
}

/** Coats that begin with cleaning out what their tool held: they go coat by coat, one colour behind the other. */
function addCleanOuts(parts: readonly (readonly SiteStep[])[]): void {
  const held = new Map<Tool, string>();
  const most = Math.max(0, ...parts.map((coats) => coats.length));
  for (let i = 0; i < most; i++)
    for (const coats of parts) {
      const { product, tool, zone } = coats[i] ?? {};
      if (!product || !tool) continue;
      const material = materialOf(product, zone ?? '');
      if (held.has(tool) && held.get(tool) !== material)
        (coats[i] as SiteStep).minutes += TOOL_FACTS[tool].changeoverMinutes;
      held.set(tool, material);
    }
}

/** Steps for some pieces only are not for what stays on the wall, but for the grain that fronts and visible work share. */
const isOfWalls = (prep: Prep): boolean => prep.for === 'all' || prep.for === 'open grain';

/** Tape that is pulled as soon as the last coat of a colour is on, before that film has set. */
function pulledWet(
  part: FixedPart,
  prep: Prep,
  steps: readonly SiteStep[],
  minutes: (area: number) => number,
): SiteStep[] {
  const last = steps.filter((s) => s.zone === part.zone && s.key.endsWith(` ${part.id}`)).at(-1);
  if (!last) return [];
  const film = steps.findLast((s) => s.product && s.key.endsWith(` ${part.id}`))?.product;
  const open = film?.stages.touch?.value ?? null;
  const area = sum(part.areas);
  const made = prepStep(prep, `${prep.key} ${part.id}`, 'close', area, minutes(area));
  return [{ ...made, zone: part.zone, after: [{ ...plain(last.key), max: open }] }];
}

/** What lies on the areas of a part before the system's own first coat, by what they are made of. */
function underCoats({
  areas,
  finish,
}: FixedPart): { key: string; act: string; area: number; product: Product }[] {
  const { system, counts } = finish;
  const firstLayer = system.layers.find((_, i) => (counts[i]?.front ?? 0) > 0);
  const own = system.products.find((p) => p.key === firstLayer?.product);
  const slick = areas.filter((a) => SLICK.includes(a.material));
  const raw = areas.filter((a) => RAW.includes(a.material));
  const kinds = (list: readonly FixedArea[]): string =>
    [...new Set(list.map((a) => FIXED_WORDS[a.kind]))].join(', ');
  return [
    ...(slick.length && !system.traits.includes('bonds to slick')
      ? [
          {
            key: 'seal-slick',
            act: `Seal the slick ${kinds(slick)}`,
            area: sum(slick),
            product: SURFACE_SEALER,
          },
        ]
      : []),
    ...(raw.length && own
      ? [{ key: 'prime-raw', act: `Prime the raw ${kinds(raw)}`, area: sum(raw), product: own }]
      : []),
  ];
}

const keyIn = (part: FixedPart, key: string): string => `${key} ${part.id}`;

/** Sanding, coats and what is done to them, as the fronts of the part's finish get them. */
function coatsOf(part: FixedPart, ready: Requirement[], receptive: Requirement | undefined): SiteStep[] {
  const { finish, zone, areas } = part;
  const area = sum(areas);
  const high = sum(areas.filter((a) => a.upper));
  const where =
    high > 0 && high < area
      ? `Uppers first (${m2(high)}), then lowers (${m2(area - high)}).`
      : 'From the top down.';
  const out: SiteStep[] = [];
  const coatMinutes = (tool: Tool | null, on: number): number =>
    tool ? TOOL_FACTS[tool].setupMinutes + on * TOOL_FACTS[tool].minutesPerM2 : on;

  const under = underCoats(part).map(({ key, act, area: on, product }): SiteStep => ({
    key: keyIn(part, key),
    kind: 'coat',
    prep: null,
    act,
    how: `Thin and even. ${product === SURFACE_SEALER ? 'Not sanded: its texture is the key.' : 'Let it soak in.'}`,
    zone,
    product,
    tool: finish.tool,
    wet: 1,
    grit: null,
    areaM2: on,
    minutes: whole(coatMinutes(finish.tool, on)),
    after: [...ready],
  }));
  out.push(...under);

  const route = buildRoute(
    { ...finish.system, prep: [], close: [] },
    finish.counts.map(({ front }) => ({ back: 0, front })),
    finish.tool,
    'backs-then-fronts',
    finish.fullness,
  ).filter((s) => s.kind !== 'hang');
  const firstCoat = route.find((s) => s.kind === 'coat');
  for (const step of route) {
    const made = siteStepOf(part, step, area, where);
    if (step === firstCoat) {
      made.after = [...ready, ...under.map((u) => dry(u, 'recoat')), ...(receptive ? [receptive] : [])];
      out.push(made);
      const more = route.some((s) => s.kind === 'coat' && s !== step);
      if (more) {
        const key = keyIn(part, SPOT_CAULK.key);
        const caulk = prepStep(SPOT_CAULK, key, 'prep', area, area * SPOT_CAULK.minutesPerPiece.value);
        out.push({ ...caulk, zone, after: [dry(made, 'recoat')] });
      }
      continue;
    }
    // The first thing after the gaps were caulked waits for the caulk.
    const before = out.at(-1);
    if (before?.prep === 'caulk') made.after.push(plain(before.key, SPOT_CAULK.dry.value));
    out.push(made);
  }
  return out;
}

function siteStepOf(part: FixedPart, step: Step, area: number, where: string): SiteStep {
  const { tool, then } = step;
  const rubbing = then ? then.wait.value + (area / (PREP_M2_A_PIECE / 2)) * then.minutesPerFace.value : 0;
  const minutes =
    step.kind === 'coat' && tool
      ? TOOL_FACTS[tool].setupMinutes + area * TOOL_FACTS[tool].minutesPerM2 + rubbing
      : step.kind === 'sand'
        ? area * SAND_M2
        : (area / (PREP_M2_A_PIECE / 2)) * step.minutesPerPiece;
  return {
    key: keyIn(part, step.key),
    kind: step.kind === 'coat' || step.kind === 'sand' ? step.kind : 'prep',
    prep: null,
    act: actOf(step, 'the fixed work'),
    how: step.kind === 'coat' ? `${where} Inside edges before faces. ${step.how}` : step.how,
    zone: part.zone,
    product: step.product,
    tool,
    wet: step.wet,
    grit: step.grit,
    areaM2: area,
    minutes: whole(minutes),
    after: step.after.map((r) => ({ ...r, step: keyIn(part, r.step) })),
  };
}
