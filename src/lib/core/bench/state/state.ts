/** The state of a job, as its facts leave it. */
import type { Face } from '$core/coating/system';
import type { CheckMethod, Spot } from '$core/quality/check-methods';
import type { FailureKey } from '$core/quality/failures';
import type { DefectKey } from '$core/quality/defects';
import type { TestDone } from '$core/quality/site-tests';
import type { RemedyScope } from '$core/quality/remedy-scope';
import type { Override } from './overrides';
import type { Feel, Look } from '../../coating/looks';
import type { Gap, Turn } from '../../hanging/adjust';
import type { Fitting } from './fittings';
import type { Tick } from './ticks';
import { SITE } from '../../takeoff/site-route';

/** A stretch that one person worked, ms since 1970. */
export interface Hands {
  worker: string;
  from: number;
  /** null while it goes on */
  to: number | null;
}

export interface StepDone {
  /** ms since 1970 */
  start: number;
  end: number;
  worker: string;
  /** id of the `work.started` fact */
  work: string;
}

/** What is recorded of a piece, or of the kitchen's own steps under `SITE`. */
export interface PieceState {
  labelled: boolean;
  /** of the take-down list */
  ticks: Set<Tick>;
  down: boolean;
  /** when it last came down, ms since 1970 */
  downAt: number | null;
  /** `opening`, or where it was put */
  place: string;
  /** what was said when it was missed; null when it is not missing */
  missing: string | null;
  /** steps done, by key of the route */
  done: Map<string, StepDone>;
  /** the same step done before: two devices recorded it, and both are true as far as is known */
  doneBefore: { step: string; done: StepDone }[];
  /** id of the piece whose opening it hangs in */
  hungIn: string | null;
  hungAt: number | null;
  /** every time it was hung */
  hangs: number[];
  /** when it was scuffed for a coat after its window */
  abraded: number | null;
  /** when it was wiped after a long stand */
  wiped: number | null;
  /** when it was scuffed, scored or wiped for one step alone, by that step */
  readied: Map<string, number>;
  /** what it got since it hangs, and when */
  fitted: Map<Fitting, number>;
}

export interface Work {
  id: string;
  step: string;
  lot: string;
  pieces: string[];
  worker: string;
  start: number;
  /** null while it runs */
  end: number | null;
  /** guards that its start overruled */
  overruled: readonly Override[];
  /** who worked on it when, pauses left out */
  hands: Hands[];
}

export interface Check {
  id: string;
  /** empty for the sample panel */
  piece: string;
  face: Face;
  at: number;
  worker: string;
  /** `report`: the household saw it, and its moment is known */
  how: 'visit' | 'prompted' | 'report';
  method: CheckMethod;
  spot: Spot;
  sound: boolean;
  /** key of the failure seen; a failed cross-cut is peeling */
  failure: FailureKey | null;
  /** what came out, on the method's scale */
  result: string;
  note: string;
  /** across, mm; null where nobody measured */
  sizeMm: number | null;
  /** where on the face, share of width and height; null where nobody pointed */
  x: number | null;
  y: number | null;
}

/** A flaw that was pointed at while the job is under way. */
export interface Flaw {
  id: string;
  piece: string;
  face: Face;
  defect: DefectKey;
  severity: number;
  x: number;
  y: number;
  note: string;
  at: number;
  worker: string;
  /** why it was left as it is; null where it was not */
  accepted: string | null;
}

export interface Inspection {
  id: string;
  work: string;
  looked: readonly Look[];
  sheen: string;
  colour: string;
  note: string;
  at: number;
  worker: string;
}

export interface FilmTouch {
  id: string;
  pieces: readonly string[];
  step: string;
  feel: Feel;
  at: number;
  worker: string;
}

export interface TouchUp {
  /** id of the check that opened it */
  id: string;
  piece: string;
  face: Face;
  failure: FailureKey;
  opened: number;
  sizeMm: number | null;
  /** ISO date by which it was promised; null where none was */
  due: string | null;
  /** what is coated anew, and the ISO day before which it does not begin; null while nobody planned it */
  planned: { scope: RemedyScope; day: string } | null;
  closed: {
    at: number;
    minutes: number;
    note: string;
    worker: string;
    /** what was coated anew */
    scope: RemedyScope;
    /** mL of paint, from a kept can or not; null where nobody said */
    ml: number | null;
  } | null;
}

/** What was agreed at the door, or stays with the owner. */
interface Agreement {
  id: string;
  at: number;
  what: 'agreed' | 'kept';
  text: string;
}

/** Fronts that were measured, and what was turned. */
export interface Adjusted {
  at: number;
  pieces: readonly string[];
  gaps: readonly Gap[];
  turns: readonly Turn[];
}

/** A can kept for touch-ups. */
export interface KeptCan {
  id: string;
  at: number;
  product: string;
  colour: string;
  batch: string;
  /** what was put into it, and what is left */
  keptMl: number;
  ml: number;
  place: string;
  /** ISO dates */
  opened: string;
  useBy: string;
  /** when it was thrown away, ms since 1970 */
  gone: number | null;
  moves: { at: number; how: string; ml: number | null }[];
}

export interface Air {
  place: string;
  celsius: number;
  humidity: number;
  surface?: number;
  at: number;
}

/** A cup that was mixed. */
export interface Mix {
  id: string;
  product: string;
  batch: string;
  /** mL */
  a: number;
  b: number;
  thinner: number;
  at: number;
  worker: string;
  /** it has stood, and it must be used by then (null: no end), ms since 1970 */
  readyAt: number;
  useBy: number | null;
}

/** What holds paint: the gun of the pieces, or what lays it on the wall. */
type Holder = 'pieces' | 'wall';

/** What it was said to hold, and when. */
export interface Loaded {
  product: string;
  colour: string;
  at: number;
}

export interface JobState {
  pieces: Map<string, PieceState>;
  works: Map<string, Work>;
  /** latest reading by place */
  air: Map<string, Air>;
  /** cups, in the order they were mixed */
  mixes: Mix[];
  /** what the gun of the pieces and what lays paint on the wall hold; null where nobody said */
  loaded: Record<Holder, Loaded | null>;
  /** cans that pieces were coated from, in that order, where their number was written down */
  cansLoaded: { product: string; batch: string; at: number }[];
  /** in the order they were found */
  flaws: Map<string, Flaw>;
  /** flaws that were taken back: what was done for them stays done */
  takenBackFlaws: Map<string, Flaw>;
  inspections: Inspection[];
  touches: FilmTouch[];
  handedOver: number | null;
  /** the owner’s typed name, and what was said at the door; null before that */
  signed: { name: string; note: string } | null;
  /** colour zones that were looked at with the owner, and when */
  walked: Map<string, number>;
  agreed: Agreement[];
  /** what was measured and turned, in that order */
  adjusted: Adjusted[];
  /** paint kept for touch-ups, by the id of its fact */
  cans: Map<string, KeptCan>;
  /** tests on site, in the order they were made */
  tests: TestDone[];
  checks: Check[];
  touchUps: Map<string, TouchUp>;
  /** facts taken back, with the reason */
  voided: Map<string, string>;
  /** facts that corrections speak of, whether they are here yet or not */
  spokenOf: Set<string>;
}

const bare = (): PieceState => ({
  labelled: false,
  ticks: new Set(),
  down: false,
  downAt: null,
  place: 'opening',
  missing: null,
  done: new Map(),
  doneBefore: [],
  hungIn: null,
  hungAt: null,
  hangs: [],
  abraded: null,
  wiped: null,
  readied: new Map(),
  fitted: new Map(),
});

/** The state of one piece; that of an untouched one where nothing is recorded. */
export const pieceState = (state: JobState, piece: string): PieceState => state.pieces.get(piece) ?? bare();

/** The state of a piece that a fact changes. */
export function touch(state: JobState, id: string): PieceState {
  let found = state.pieces.get(id);
  if (!found) state.pieces.set(id, (found = bare()));
  return found;
}

/** Whether a work is done in the kitchen and on no piece: fixed work, a visit, a touch-up. */
export const isInKitchen = ({ lot }: Pick<Work, 'lot'>): boolean => lot === SITE;

/** Whether any piece was worked on: from then on its system and its lots stay. */
export const piecesBegun = ({ works }: JobState): boolean => [...works.values()].some((w) => !isInKitchen(w));

/** When a step in the kitchen was done, ms since 1970; null where it is not. */
export const doneInKitchen = (state: JobState, step: string): number | null =>
  state.pieces.get(SITE)?.done.get(step)?.end ?? null;

/** The steps in the kitchen that were begun: of several works on one step the one that it was done by, else the first. */
export function kitchenWorks(state: JobState): Map<string, Work> {
  const out = new Map<string, Work>();
  const done = state.pieces.get(SITE)?.done;
  for (const work of state.works.values())
    if (isInKitchen(work) && (!out.has(work.step) || done?.get(work.step)?.work === work.id))
      out.set(work.step, work);
  return out;
}

/** Whether nobody has a hand in some work just now. */
export const isPaused = (work: Work): boolean => work.hands.every((h) => h.to !== null);

/** Time that was worked before hands left it, ms; of what is still in hand nothing. */
export const workedBefore = (work: Work): number =>
  work.hands.reduce((sum, { from, to }) => sum + (to === null ? 0 : to - from), 0);

/** Everyone's hands leave a work. @param at ms since 1970 */
export function letGo(work: Work | undefined, at: number): void {
  for (const hands of work?.hands ?? []) hands.to ??= at;
}

/**
 * A job of which nothing is recorded.
 * @param voided facts taken back, with the reason
 * @param spokenOf facts that corrections speak of
 */
export const emptyState = (
  voided: Map<string, string> = new Map(),
  spokenOf: Set<string> = new Set(),
): JobState => ({
  pieces: new Map(),
  works: new Map(),
  air: new Map(),
  mixes: [],
  loaded: { pieces: null, wall: null },
  cansLoaded: [],
  flaws: new Map(),
  takenBackFlaws: new Map(),
  inspections: [],
  touches: [],
  handedOver: null,
  signed: null,
  walked: new Map(),
  agreed: [],
  adjusted: [],
  cans: new Map(),
  tests: [],
  checks: [],
  touchUps: new Map(),
  voided,
  spokenOf,
});
