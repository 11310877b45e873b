/** The take-off of a job: volumes, cans, hours, money, and what is needed by which day. */
import { isPlan } from '$core/planning/model/infeasible';
import type { FixedKind } from '$core/kitchen/fixed-work';
import { plannedSteps } from '$core/planning/model/operation-id';
import { cheapestCover, USUAL_CANS, type CanSize, type Cover } from '$core/takeoff/cover';
import type { Product } from '$core/coating/system';
import { materialsLaid, materialsPlanned } from '$core/job-plan/job-at';
import {
  cleanOuts,
  cleanOutsInOrder,
  colourOfZone,
  materialOf,
  type CleanOuts,
} from '$core/takeoff/clean-outs';
import { hoursBySteps, needsByZone, type StepHours, type ZoneNeed } from '$core/takeoff/needs';
import { isoDay } from '$core/units/clock-time';
import type { Measures } from '$core/units/measures';
import type { Db } from '../../db/open';
import { listCans } from '../../store/cans';
import type { StoredPlan } from '../../store/plans';
import { readSetting } from '../../store/settings';
import { fixedOf } from '$core/takeoff/fixed-zones';
import { isVisit } from '$core/takeoff/visits';
import type { OpenJob } from '../job/open-job';

interface TakeOffLine extends ZoneNeed {
  /** colour in words; empty for what all zones share */
  colour: string;
  cover: Cover;
  /** ISO day of its first coat, laid or planned; null without a plan */
  day: string | null;
  /** ms since 1970 of that first coat */
  first: number | null;
}

export interface TakeOff {
  lines: TakeOffLine[];
  hours: StepHours[];
  minutes: number;
  /** area of the pieces' faces, and of the fixed work by kind, m² */
  fixed: { kind: FixedKind; areaM2: number }[];
  /** null where a price is missing */
  paintCents: number | null;
  labourCents: number | null;
  currency: string;
  /** products without any price */
  unpriced: string[];
}

/** The pieces, each with the colour it is painted. */
export const inColours = ({
  pieces,
  zones,
}: Pick<OpenJob, 'pieces' | 'zones'>): { id: string; colour: string }[] =>
  pieces.map(({ id, zoneId }) => ({ id, colour: colourOfZone(zones, zoneId) }));

/** The clean-outs of a job: those that were made and are planned; without a plan as few as can be. */
function cleanOutsOf(file: OpenJob, plan: StoredPlan | null): CleanOuts & { planned: boolean } {
  const { choice, route } = file;
  if (!choice || !plan || !isPlan(plan.result))
    return { ...cleanOuts(route, inColours(file)), planned: false };
  const order = [...materialsLaid(file, route), ...materialsPlanned(plan.problem, plan.result)];
  return { ...cleanOutsInOrder(order, choice.tool), planned: true };
}

/** When each product was first laid, or is by the plan: on pieces or on the fixed work. */
function firstCoats(file: OpenJob, plan: StoredPlan | null): Map<string, number> {
  const product = new Map([...file.route, ...file.site].map((s) => [s.key, s.product?.key]));
  const planned = plannedSteps(plan);
  const out = new Map<string, number>();
  for (const { step, start } of [...file.state.works.values(), ...planned]) {
    const key = product.get(step);
    if (key) out.set(key, Math.min(out.get(key) ?? Infinity, start));
  }
  return out;
}

/** What a job takes, by product and colour, and when it is first laid or planned, ms since 1970; empty before a system is chosen. */
export function firstNeeds(
  file: OpenJob,
  plan: StoredPlan | null,
): (ZoneNeed & { colour: string; first: number | null })[] {
  const firsts = firstCoats(file, plan);
  const outs = cleanOutsOf(file, plan);
  const planned = outs.planned
    ? (product: Product, zone: string) => outs.loads.get(materialOf(product, colourOfZone(file.zones, zone)))
    : undefined;
  return needsByZone(file.route, file.pieces, file.fixed, planned).map((need) => ({
    ...need,
    colour: file.zones.find((z) => z.id === need.zone)?.colour ?? '',
    first: firsts.get(need.product.key) ?? null,
  }));
}

/** Sizes a product is sold in here; the usual ones without a price where nobody wrote any down. */
export function sizesOf(
  cans: readonly (CanSize & { product: string })[],
  product: string,
  measures: Measures,
): CanSize[] {
  const own = cans.filter((c) => c.product === product);
  return own.length ? own : USUAL_CANS[measures].map((ml) => ({ ml, cents: null }));
}

/** @returns null before a system is chosen */
export function takeOff(db: Db, file: OpenJob, plan: StoredPlan | null): TakeOff | null {
  if (!file.choice || !file.system) return null;
  const measures = readSetting(db, 'measures') ?? 'metric';
  const costs = readSetting(db, 'costs');
  const cans = listCans(db);
  const { work } = fixedOf(file.job, file.pieces);
  const lines = firstNeeds(file, plan).map((need): TakeOffLine => ({
    ...need,
    cover: cheapestCover(need.volumeMl, sizesOf(cans, need.product.key, measures)),
    day: need.first === null ? null : isoDay(need.first, file.job.zone),
  }));
  const hours = hoursBySteps(
    file.route,
    file.lots.map((l) => l.pieces),
    [...file.fixed, ...file.plainSite.filter(isVisit)],
    cleanOutsOf(file, plan).minutes,
  );
  const minutes = hours.reduce((sum, h) => sum + h.minutes, 0);
  const kinds = [...new Set(work.map((w) => w.kind))];
  const prices = lines.map((l) => l.cover.cents);
  return {
    lines,
    hours,
    minutes,
    fixed: kinds.map((kind) => ({
      kind,
      areaM2: work.filter((w) => w.kind === kind).reduce((sum, w) => sum + w.areaM2, 0),
    })),
    paintCents: prices.reduce<number | null>((sum, c) => (sum === null || c === null ? null : sum + c), 0),
    labourCents: costs ? Math.round((minutes / 60) * costs.hourCents) : null,
    currency: costs?.currency ?? '',
    unpriced: [...new Set(lines.flatMap((l) => (l.cover.cents === null ? [l.product.name] : [])))],
  };
}
