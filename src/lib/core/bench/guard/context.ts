/** What guards judge by. */
import type { Step } from '../../coating/route';
import type { Waits } from '../../coating/waits';
import type { Form } from '../../kitchen/kitchen';
import { fixedName, isFixedId } from '../../kitchen/fixed-parts';
import { SITE, type SiteStep } from '../../takeoff/site-route';
import type { Measures } from '../../units/measures';
import type { RackRoom } from '../state/piece-places';
import type { JobState } from '../state/state';

export interface Context {
  state: JobState;
  route: readonly Step[];
  /** steps of the fixed work */
  site?: readonly SiteStep[];
  /** codes by piece id, for speaking of them; also the set of pieces of the job */
  codes: ReadonlyMap<string, string>;
  /** colour zones of the parts of the fixed work, by their ids; none where nothing is said */
  parts?: ReadonlyMap<string, string>;
  /** size, form and colour by piece id; guards that ask for them are silent where they are not known */
  pieces?: ReadonlyMap<string, { w: number; h: number; form: Form; colour: string }>;
  /** names by id of the people of the crew */
  people?: ReadonlyMap<string, string>;
  lots?: readonly { id: string; name: string; pieces: readonly string[] }[];
  rack?: RackRoom;
  /** where the pieces are coated: readings of the air there are judged */
  place?: string;
  /** colours of the zones, for speaking of the fixed work */
  zoneColours?: ReadonlyMap<string, string>;
  /** whether a gun may hold any of several colours, of this job or of others */
  manyColours?: () => boolean;
  /** air of a place at a moment, ms since 1970, where nobody read it lately; null where it is not known */
  forecast?: (place: string, at: number) => { celsius: number; humidity: number } | null;
  /** when films are ready; those of the fixed work, where that dries in other air than the pieces */
  waits: Waits;
  siteWaits?: Waits;
  /** waits of what hangs since a moment, ms since 1970, in the air of the house; as before where nothing is said */
  waitsAtHome?: (hungAt: number | null) => Waits;
  /** minutes from the last coat to cured; null where the system names none */
  cureMinutes: number | null;
  /** of what is said; metric where nothing is named */
  measures?: Measures;
  /** time zone of the job */
  zone?: string;
  /** a time in words, e.g. "Tue 10 Mar, 15:12" */
  sayTime: (ms: number) => string;
}

/** What work is done on, by its code; the kitchen and its parts in words. */
export const nameOf = (codes: ReadonlyMap<string, string>, id: string): string =>
  id === SITE ? 'the kitchen' : isFixedId(id) ? fixedName(id) : (codes.get(id) ?? '?');

/** Pieces by their codes; many are counted. */
export const list = (ctx: Context, pieces: readonly string[]): string => {
  const codes = pieces.map((p) => nameOf(ctx.codes, p));
  return codes.length > 6 ? `${codes.slice(0, 6).join(' ')} and ${codes.length - 6} more` : codes.join(' ');
};
