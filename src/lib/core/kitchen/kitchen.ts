/** A kitchen as walls of cabinets, each a stack of rows of fronts. Lengths in millimetres. */
import { frozen } from '../frozen';

export const FRONT_FORMS = frozen([
  'door',
  'glass',
  'drawer',
  'false',
  'panel',
  'pullout',
  'valance',
] as const);
/**
 * What a front is. `glass` is a door with a glass light, `false` a false front, `panel` a removable panel, `pullout` a
 * tall front on a drawer box, `valance` a board between two cabinets.
 */
export type FrontForm = (typeof FRONT_FORMS)[number];

export const FORMS = frozen([...FRONT_FORMS, 'shelf'] as const);
/** What a piece is: a front, or a loose shelf. */
export type Form = (typeof FORMS)[number];
/** As people say it. */
export const FORM_WORDS: Record<Form, string> = frozen({
  door: 'door',
  glass: 'glass door',
  drawer: 'drawer',
  false: 'false front',
  panel: 'panel',
  pullout: 'pull-out',
  valance: 'valance',
  shelf: 'shelf',
});

export const BANDS = frozen(['upper', 'base', 'tall'] as const);
/** Where a cabinet is: hung, on the floor under the counter, or floor to top. */
export type Band = (typeof BANDS)[number];

export const SIDES = frozen(['left', 'right'] as const);
export type Side = (typeof SIDES)[number];
/** Side of a door that its hinges are on. */
export type Hinge = Side;

export interface Front {
  form: FrontForm;
  /** null where nothing swings */
  hinge: Hinge | null;
}

/** Fronts side by side, left to right, of equal width. */
export interface Row {
  fronts: Front[];
  /** measured height, or null to share what is left */
  heightMm: number | null;
}

export const VACANCIES = frozen(['open', 'appliance', 'gap'] as const);
/** What is where no front closes a cabinet: an open cabinet, an appliance, or nothing at all. */
export interface Vacancy {
  kind: (typeof VACANCIES)[number];
  /** `stove`, `wine rack`; empty for none */
  name: string;
}

/** A cabinet in a corner: the side that runs into it, and how much of its width the other run hides. */
export interface Corner {
  side: Side;
  blindMm: number;
}

export const BUILDS = frozen(['framed', 'frameless'] as const);
/** With a face frame, or fronts over the whole box. */
export type Build = (typeof BUILDS)[number];

export interface Cabinet {
  band: Band;
  widthMm: number;
  heightMm: number;
  depthMm: number;
  build: Build;
  corner: Corner | null;
  /** top to bottom; empty where nothing closes it */
  rows: Row[];
  /** what there is instead of fronts; null with fronts */
  vacancy: Vacancy | null;
  /** loose shelves that are coated too */
  shelves: number;
  /** finished sides that show */
  ends: Record<Side, boolean>;
}

export interface Wall {
  name: string;
  /** one side of an island, standing free: nothing hangs there */
  island: boolean;
  /** empty for the only room */
  room: string;
  /** girth of the moulding along the top of hung and tall cabinets, and under hung ones; 0 for none */
  crownMm: number;
  lightRailMm: number;
  /** height of the board along the floor; 0 for none */
  toeMm: number;
  cabinets: Cabinet[];
}

export interface Kitchen {
  walls: Wall[];
}

/** Usual cabinet heights, mm. Common practice, no source: 30 in hung, 30½ in box under the counter, 84 in tall. */
export const USUAL_HEIGHT: Record<Band, number> = frozen({ upper: 762, base: 774.7, tall: 2133.6 });
/** Usual depths, mm. Common practice, no source: 12 in hung, 24 in on the floor. */
export const USUAL_DEPTH: Record<Band, number> = frozen({ upper: 304.8, base: 609.6, tall: 609.6 });
/** Usual toe kick, mm: 4 in. Common practice, no source. */
export const USUAL_TOE_MM = 101.6;

/** Whether a front of a form has hinges. */
export const canHinge = (form: Form): boolean => form === 'door' || form === 'glass';

/** A cabinet of usual size with nothing said about it. */
export const bareCabinet = (band: Band, widthMm: number): Cabinet => ({
  band,
  widthMm,
  heightMm: USUAL_HEIGHT[band],
  depthMm: USUAL_DEPTH[band],
  build: 'framed',
  corner: null,
  rows: [],
  vacancy: null,
  shelves: 0,
  ends: { left: false, right: false },
});

/** A wall with nothing on it. */
export const bareWall = (name: string): Wall => ({
  name,
  island: false,
  room: '',
  crownMm: 0,
  lightRailMm: 0,
  toeMm: USUAL_TOE_MM,
  cabinets: [],
});
