/** What guards judge by. */
import type { Step } from '../../coating/route';
import type { Waits } from '../../coating/waits';
import type { Form } from '../../kitchen/kitchen';
import { fixedName, isFixedId } from '../../kitchen/fixed-parts';
import { SITE, type SiteStep } from '../../takeoff/site-route';
import { sayTime } from '../../units/clock-time';
import type { Measures } from '../../units/measures';
import type { RackRoom } from '../state/piece-places';
import type { JobState } from '../state/state';

/** A part that a guard asks for and is not given would silence it: every one is named, if only as null. */
export interface Context {
  state: JobState;
  route: readonly Step[];
  /** steps in the kitchen */
  site: readonly SiteStep[];
  /** codes by piece id, for speaking of them; also the set of pieces of the job */
  codes: ReadonlyMap<string, string>;
  /** colour zones of the parts of the fixed work, by their ids */
  parts: ReadonlyMap<string, string>;
  /** size, form and colour by piece id */
  pieces: ReadonlyMap<string, { w: number; h: number; form: Form; colour: string }>;
  /** names by id of the people of the crew */
  people: ReadonlyMap<string, string>;
  /** null where they are not asked about */
  lots: readonly { id: string; name: string; pieces: readonly string[] }[] | null;
  /** null where there is none */
  rack: RackRoom | null;
  /** where the pieces are coated: readings of the air there are judged; null where that is not known */
  place: string | null;
  /** colours of the zones, for speaking of the fixed work */
  zoneColours: ReadonlyMap<string, string>;
  /** whether a gun may hold any of several colours, of this job or of others */
  manyColours: () => boolean;
  /** air of a place at a moment, ms since 1970, where nobody read it lately; null where it is not known */
  forecast: (place: string, at: number) => { celsius: number; humidity: number } | null;
  /** when films are ready: those on pieces, and those in the kitchen */
  waits: Waits;
  siteWaits: Waits;
  /** waits of what hangs since a moment, ms since 1970, in the air of the house */
  waitsAtHome: (hungAt: number | null) => Waits;
  /** minutes from the last coat to cured; null where the system names none */
  cureMinutes: number | null;
  measures: Measures;
  /** time zone of the job */
  zone: string;
  /** a time in words, e.g. "Tue 10 Mar, 15:12" */
  sayTime: (ms: number) => string;
}

/** A job as it is known, of which guards are told. */
export interface GuardedJob extends Omit<
  Context,
  'codes' | 'parts' | 'pieces' | 'people' | 'zoneColours' | 'manyColours' | 'sayTime'
> {
  pieces: readonly { id: string; code: string; w: number; h: number; form: Form; zoneId: string }[];
  parts: readonly { id: string; zone: string }[];
  people: readonly { id: string; name: string }[];
  zones: readonly { id: string; colour: string }[];
  /** colours of other jobs that a gun may hold; asked when it is needed */
  otherColours: () => readonly { colour: string }[];
}

export function contextFor({ pieces, parts, people, zones, otherColours, ...job }: GuardedJob): Context {
  const colours = new Map(zones.map((z) => [z.id, z.colour]));
  return {
    ...job,
    codes: new Map(pieces.map((p) => [p.id, p.code])),
    parts: new Map(parts.map((p) => [p.id, p.zone])),
    pieces: new Map(
      pieces.map(({ id, w, h, form, zoneId }) => [id, { w, h, form, colour: colours.get(zoneId) ?? '' }]),
    ),
    people: new Map(people.map((p) => [p.id, p.name])),
    zoneColours: colours,
    manyColours: () => new Set([...zones, ...otherColours()].map((z) => z.colour)).size > 1,
    sayTime: (ms) => sayTime(ms, job.zone),
  };
}

/** What work is done on, by its code; the kitchen and its parts in words. */
export const nameOf = (codes: ReadonlyMap<string, string>, id: string): string =>
  id === SITE ? 'the kitchen' : isFixedId(id) ? fixedName(id) : (codes.get(id) ?? '?');

/** Pieces by their codes; many are counted. */
export const list = (ctx: Context, pieces: readonly string[]): string => {
  const codes = pieces.map((p) => nameOf(ctx.codes, p));
  return codes.length > 6 ? `${codes.slice(0, 6).join(' ')} and ${codes.length - 6} more` : codes.join(' ');
};
