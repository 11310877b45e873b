/** A job as the bench knows it: data that a device keeps, and what facts make of it. Pages with and without signal work on this. */
import type { Step } from '../coating/route';
import type { System } from '../coating/system';
import { SHEET_WAITS, waitsIn, type Waits } from '../coating/waits';
import { ratesOf } from '../drying/climate';
import type { Form, Hinge } from '../kitchen/kitchen';
import type { Way } from '../labels/hiding';
import type { PackedAir } from '../planning/pack';
import type { SiteStep } from '../takeoff/site-route';
import { sayTime } from '../units/clock-time';
import type { Measures } from '../units/measures';
import type { Lot } from './acts';
import type { Fact } from './events';
import { fold, type JobState } from './fold';
import type { Context } from './guard';
import type { RackRoom } from './places';
import { withRework } from './rework';

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
  condition: { faces: 'both' | 'front' };
  /** what was noted on the survey, in words */
  noted: string;
}

export interface BenchPack {
  job: { id: string; name: string; zone: string; houseYear: number | null };
  measures: Measures;
  people: { id: string; name: string }[];
  zones: { id: string; name: string; colour: string; hex: string }[];
  /** other colours that a gun may hold: of jobs beside this one */
  otherColours: { colour: string; job: string }[];
  pieces: BenchPiece[];
  lots: Lot[];
  /** what the cautions need of it; null before one is chosen */
  system: Pick<System, 'cautions'> | null;
  /** the system's route, without what flaws ask for */
  route: Step[];
  site: SiteStep[];
  /** the air that films dry in, as JSON of a PackedAir; null: the sheet's */
  air: string | null;
  cureMinutes: number | null;
  rack: RackRoom;
  way: Way;
  /** where pieces are coated and dry */
  place: string;
  /** planned start of "lot:step", ms since 1970 */
  planned: [string, number][];
  facts: Fact[];
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
  codes: Map<string, string>;
  context: Context;
}

let lastAir: { text: string; waits: Waits } | null = null;
/** Waits of a pack; made once for the same air. */
function waitsOf(air: string | null): Waits {
  if (air === null) return SHEET_WAITS;
  if (lastAir?.text === air) return lastAir.waits;
  const { climate, multipliers } = JSON.parse(air) as PackedAir;
  lastAir = { text: air, waits: waitsIn(ratesOf(climate), new Map(multipliers)) };
  return lastAir.waits;
}

/** What guards know of the pieces. */
export const knownPieces = (
  pieces: readonly { id: string; w: number; h: number; form: Form; zoneId: string }[],
  zones: readonly { id: string; colour: string }[],
): Context['pieces'] => {
  const colours = new Map(zones.map((z) => [z.id, z.colour]));
  return new Map(
    pieces.map(({ id, w, h, form, zoneId }) => [id, { w, h, form, colour: colours.get(zoneId) ?? '' }]),
  );
};

/**
 * @param more facts that the server may not have yet, or has by now
 */
export function openBench(pack: BenchPack, more: readonly Fact[] = []): Bench {
  const known = new Set(pack.facts.map((f) => f.id));
  const facts = [...pack.facts, ...more.filter((f) => !known.has(f.id))];
  const state = fold(facts);
  const route = withRework(
    pack.route,
    state,
    pack.pieces.map((p) => p.id),
  );
  const waits = waitsOf(pack.air);
  const codes = new Map(pack.pieces.map((p) => [p.id, p.code]));
  const { zone } = pack.job;
  return {
    pack,
    facts,
    state,
    route,
    site: pack.site,
    lots: pack.lots,
    waits,
    codes,
    context: {
      state,
      route,
      site: pack.site,
      codes,
      pieces: knownPieces(pack.pieces, pack.zones),
      lots: pack.lots,
      rack: pack.rack,
      waits,
      measures: pack.measures,
      cureMinutes: pack.cureMinutes,
      sayTime: (ms) => sayTime(ms, zone),
    },
  };
}
