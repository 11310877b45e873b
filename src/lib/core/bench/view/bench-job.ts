/** A job as the bench knows it: data that a device keeps, and what facts make of it. Pages with and without signal work on this. */
import type { Step } from '$core/coating/route';
import type { System } from '$core/coating/system';
import { SHEET_WAITS, waitsIn, type Waits } from '$core/coating/waits';
import { ratesOf, type Climate } from '$core/drying/climate';
import type { Condition } from '$core/kitchen/condition';
import type { FixedPartAt } from '$core/kitchen/fixed-parts';
import type { KitchenPlace } from '$core/kitchen/kitchen-places';
import type { Band, Form, Hinge } from '$core/kitchen/kitchen';
import type { Way } from '$core/labels/hiding';
import { readPackedAir, type PackedAir } from '$core/drying/packed-air';
import type { SiteStep } from '$core/takeoff/site-route';
import { keepLast } from '$core/units/keep-last';
import type { LengthUnit } from '$core/units/length';
import type { Measures } from '$core/units/measures';
import type { Lot } from '$core/planning/job/lots';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import type { JobState } from '../state/state';
import { contextFor, type Context } from '../guard/context';
import type { RackRoom } from '../state/piece-places';
import { withRework } from '../guard/rework';
import { kitchenSteps } from '../guard/touch-up-steps';
import { waitsAtHome } from '$core/coating/waits-at-home';

export interface BenchPiece {
  id: string;
  code: string;
  wall: string;
  form: Form;
  hinge: Hinge | null;
  /** mm */
  w: number;
  h: number;
  zoneId: string;
  /** where it is in the kitchen */
  cabinet: number;
  band: Band;
  row: number;
  column: number;
  position: number;
  condition: Condition;
  /** what shows between its front and the next, as its cabinet is built, mm; not given by an older pack */
  reveal?: number;
  /** what it lives beside; not given by an older pack */
  place?: KitchenPlace;
  /** what was noted on the survey, in words */
  noted: string;
}

/** A photo of a piece, or of the kitchen, by its address. */
export interface BenchPhoto {
  /** of the small picture, and of the whole */
  small: string;
  whole: string;
  /** null: of the kitchen */
  piece: string | null;
  /** id of the fact that it shows; null where it shows none */
  of: string | null;
  note: string;
  /** where the server has it */
  id?: string;
  /** ms since 1970 */
  addedAt?: number;
}

export interface BenchPack {
  job: { id: string; name: string; zone: string; unit: LengthUnit; houseYear: number | null };
  measures: Measures;
  people: { id: string; name: string }[];
  zones: {
    id: string;
    name: string;
    letter: string;
    colour: string;
    hex: string;
    /** not given by an older pack */
    sheen?: string;
  }[];
  /** other colours that a gun may hold: of jobs beside this one */
  otherColours: { colour: string; job: string }[];
  pieces: BenchPiece[];
  lots: Lot[];
  /** what the cautions need of it; null before one is chosen */
  system: Pick<System, 'cautions' | 'products'> | null;
  /** the system's route, without what flaws ask for */
  route: Step[];
  site: SiteStep[];
  /** what of the fixed work can be pointed at; not given by an older pack */
  parts?: FixedPartAt[];
  /** the air that films dry in, as JSON of a PackedAir; null: the sheet's */
  air: string | null;
  /** the air of the house, as JSON of a PackedAir, where pieces are coated elsewhere; null: as where they are */
  siteAir: string | null;
  cureMinutes: number | null;
  /** the company’s own days on the rack, and the minutes that films alone ask for, by product; absent where there is no such rule */
  rackRule?: { days: number; alone: [product: string, minutes: number][] };
  /** cans by the take-off, mL of each product and, of coloured ones, zone; not given by an older pack */
  bought?: { product: string; zone: string | null; ml: number }[];
  rack: RackRoom;
  way: Way;
  /** where pieces are coated and dry */
  place: string;
  /** when the air of that place was read, or lies between readings, ms since 1970; else it is the forecast's */
  airRead: [from: number, to: number][];
  photos: BenchPhoto[];
  /** planned start of "lot:step", ms since 1970 */
  planned: [string, number][];
  facts: Fact[];
  /** days on which the crew is at a house near by; not given by an older pack */
  nearby?: { day: string; name: string; km: number }[];
  /** months of the company's warranty; not given by an older pack */
  warrantyMonths?: number;
  /** by the server's clock when this was made */
  now: number;
}

export interface Bench {
  pack: BenchPack;
  facts: readonly Fact[];
  state: JobState;
  route: Step[];
  site: SiteStep[];
  lots: Lot[];
  waits: Waits;
  siteWaits: Waits;
  /** the air where pieces dry, hour by hour; null where waits follow the sheet */
  climate: Climate | null;
  /** the air where pieces dry, and that of the house where it is another, with what was learnt; null where waits follow the sheet */
  air: PackedAir | null;
  houseAir: PackedAir | null;
  codes: ReadonlyMap<string, string>;
  context: Context;
}

type Air = Pick<Bench, 'waits' | 'climate' | 'air'>;
/** Air and waits of a pack: of its place and of the house. */
const airs = keepLast<Air>(4);
const airOf = (text: string): Air =>
  airs(text, () => {
    const air = readPackedAir(text);
    const { climate, multipliers } = air;
    return { waits: waitsIn(ratesOf(climate), new Map(multipliers)), climate, air };
  });

/** The hour of a climate that a moment lies in; null outside of it. */
const airIn = (climate: Climate | null, at: number): { celsius: number; humidity: number } | null =>
  climate?.air[Math.floor((at - climate.start) / (climate.step * 60_000))] ?? null;

/**
 * @param more facts that the server may not have yet, or has by now
 * @param folded the state that all of them leave, where it is known
 */
export function openBench(pack: BenchPack, more: readonly Fact[] = [], folded?: JobState): Bench {
  const known = more.length ? new Set(pack.facts.map((f) => f.id)) : new Set<string>();
  const facts = [...pack.facts, ...more.filter((f) => !known.has(f.id))];
  const state = folded ?? fold(facts);
  const route = withRework(
    pack.route,
    state,
    pack.pieces.map((p) => p.id),
  );
  const here: Air = pack.air ? airOf(pack.air) : { waits: SHEET_WAITS, climate: null, air: null };
  const { waits, climate } = here;
  const house: Air = pack.siteAir ? airOf(pack.siteAir) : here;
  const { zone } = pack.job;
  const { pieces, cureMinutes, parts = [] } = pack;
  const site = kitchenSteps(pack.site, state, { route, pieces, parts, zone, cureMinutes });
  const context = contextFor({
    ...{ state, route, site, pieces, parts, lots: pack.lots, zones: pack.zones, people: pack.people },
    ...{ rack: pack.rack, place: pack.place, measures: pack.measures, cureMinutes, zone },
    otherColours: () => pack.otherColours,
    forecast: (place, at) =>
      airIn(place === pack.place ? climate : place === 'house' ? house.climate : null, at),
    waits,
    siteWaits: house.waits,
    waitsAtHome: waitsAtHome(waits, here.air, pack.siteAir ? house.air : null),
  });
  return {
    pack,
    facts,
    state,
    route,
    site,
    lots: pack.lots,
    waits,
    siteWaits: house.waits,
    climate,
    air: here.air,
    houseAir: pack.siteAir ? house.air : null,
    codes: context.codes,
    context,
  };
}
