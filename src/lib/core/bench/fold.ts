/** The state of a job: a pure fold over its facts. Any order and repetition of arrival gives the same state. */
import type { Face } from '../coating/system';
import { crossCutClass, WORST_SOUND_ISO, type CrossCutResult } from '../quality/cross-cut';
import type { DefectKey } from '../quality/defects';
import type { TestDone } from '../quality/site-tests';
import { overridesOf, type Fact, type FactBody, type FactKind, type Override } from './events';
import type { Feel, Look } from './looks';
import type { Tick } from './ticks';

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

export interface PieceState {
  labelled: boolean;
  /** of the take-down list */
  ticks: Set<Tick>;
  down: boolean;
  /** `opening`, or where it was put */
  place: string;
  /** what was said when it was missed; null when it is not missing */
  missing: string | null;
  /** steps done, by key of the route */
  done: Map<string, StepDone>;
  /** id of the piece whose opening it hangs in */
  hungIn: string | null;
  hungAt: number | null;
  /** when it was scuffed for a coat after its window */
  abraded: number | null;
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

/** A step of the fixed work that was begun. */
export interface SiteWork {
  id: string;
  step: string;
  worker: string;
  start: number;
  /** null while it runs */
  end: number | null;
}

export interface Check {
  id: string;
  piece: string;
  face: Face;
  at: number;
  worker: string;
  sound: boolean;
  /** key of the failure seen; a failed cross-cut is peeling */
  failure: string | null;
  crossCut: CrossCutResult | null;
  note: string;
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

export interface Felt {
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
  failure: string;
  opened: number;
  closed: { at: number; minutes: number; note: string; worker: string } | null;
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

export interface JobState {
  pieces: Map<string, PieceState>;
  works: Map<string, Work>;
  /** steps of the fixed work, by key; begun again, the last counts */
  site: Map<string, SiteWork>;
  /** latest reading by place */
  air: Map<string, Air>;
  /** cups, in the order they were mixed */
  mixes: Mix[];
  /** what the gun holds; null where nobody said */
  loaded: { product: string; colour: string; at: number } | null;
  /** in the order they were found */
  flaws: Map<string, Flaw>;
  /** flaws that were taken back: what was done for them stays done */
  takenBackFlaws: Map<string, Flaw>;
  inspections: Inspection[];
  felt: Felt[];
  handedOver: number | null;
  /** tests on site, in the order they were made */
  tests: TestDone[];
  checks: Check[];
  touchUps: Map<string, TouchUp>;
  /** facts taken back, with the reason */
  voided: Map<string, string>;
}

const bare = (): PieceState => ({
  labelled: false,
  ticks: new Set(),
  down: false,
  place: 'opening',
  missing: null,
  done: new Map(),
  hungIn: null,
  hungAt: null,
  abraded: null,
});

/** The state of one piece; that of an untouched one where nothing is recorded. */
export const pieceState = (state: JobState, piece: string): PieceState => state.pieces.get(piece) ?? bare();

/** The state of a piece that a fact changes. */
function touch(state: JobState, id: string): PieceState {
  let found = state.pieces.get(id);
  if (!found) state.pieces.set(id, (found = bare()));
  return found;
}

function apply(state: JobState, fact: Fact, body: FactBody): void {
  const { at, worker } = fact;
  switch (body.kind) {
    case 'piece.labelled':
      for (const id of body.pieces) touch(state, id).labelled = true;
      return;
    case 'piece.down':
      for (const id of body.pieces)
        Object.assign(touch(state, id), { down: true, place: body.place, missing: null });
      return;
    case 'piece.prepared':
      for (const id of body.pieces) touch(state, id).ticks.add(body.tick);
      return;
    case 'piece.placed':
      for (const id of body.pieces) Object.assign(touch(state, id), { place: body.place, missing: null });
      return;
    case 'piece.missing':
      for (const id of body.pieces) touch(state, id).missing = body.note;
      return;
    case 'test.recorded': {
      const { test, place, piece, note } = body;
      state.tests.push({ id: fact.id, test, place, piece, note, at, worker });
      return;
    }
    case 'work.started': {
      const { step, lot, pieces } = body;
      state.works.set(fact.id, {
        id: fact.id,
        step,
        lot,
        pieces,
        worker,
        start: at,
        end: null,
        overruled: overridesOf(body),
        hands: [{ worker, from: at, to: null }],
      });
      return;
    }
    case 'work.paused':
      letGo(state.works.get(body.work), at);
      return;
    case 'work.resumed': {
      const work = state.works.get(body.work);
      if (work?.end === null && work.hands.every((h) => h.to !== null))
        work.hands.push({ worker, from: at, to: null });
      return;
    }
    case 'work.joined': {
      const work = state.works.get(body.work);
      if (work?.end === null && !work.hands.some((h) => h.worker === body.by && h.to === null))
        work.hands.push({ worker: body.by, from: at, to: null });
      return;
    }
    case 'work.handed': {
      const work = state.works.get(body.work);
      if (work?.end !== null) return;
      letGo(work, at);
      work.worker = body.to;
      work.hands.push({ worker: body.to, from: at, to: null });
      return;
    }
    case 'work.finished': {
      const work = state.works.get(body.work);
      if (!work || work.end !== null) return;
      work.end = at;
      letGo(work, at);
      if (body.leftOut.length) work.pieces = work.pieces.filter((p) => !body.leftOut.includes(p));
      // One record for all of them: nobody changes it.
      const done = { start: work.start, end: at, worker: work.worker, work: work.id };
      for (const id of work.pieces) touch(state, id).done.set(work.step, done);
      return;
    }
    case 'site.started':
      state.site.set(body.step, { id: fact.id, step: body.step, worker, start: at, end: null });
      return;
    case 'site.finished': {
      const work = [...state.site.values()].find((w) => w.id === body.work);
      if (work) work.end ??= at;
      return;
    }
    case 'air.read': {
      const { place, celsius, humidity, surface } = body;
      state.air.set(place, { place, celsius, humidity, surface, at });
      return;
    }
    case 'mix.made': {
      const { product, batch, a, b, thinner, induction, potLife } = body;
      const readyAt = at + induction * 60_000;
      const useBy = potLife === null ? null : at + potLife * 60_000;
      state.mixes.push({ id: fact.id, product, batch, a, b, thinner, at, worker, readyAt, useBy });
      return;
    }
    case 'paint.loaded':
      state.loaded = { product: body.product, colour: body.colour, at };
      return;
    case 'piece.abraded':
      for (const id of body.pieces) touch(state, id).abraded = at;
      return;
    case 'film.felt': {
      const { pieces, step, feel } = body;
      state.felt.push({ id: fact.id, pieces, step, feel, at, worker });
      return;
    }
    case 'coat.inspected': {
      const { work, looked, sheen, colour, note } = body;
      state.inspections.push({ id: fact.id, work, looked, sheen, colour, note, at, worker });
      return;
    }
    case 'defect.found': {
      touch(state, body.piece);
      state.flaws.set(fact.id, flawFound(fact, body));
      return;
    }
    case 'defect.accepted': {
      const flaw = state.flaws.get(body.defect);
      if (flaw) flaw.accepted ??= body.reason;
      return;
    }
    case 'piece.hung':
      Object.assign(touch(state, body.piece), {
        hungIn: body.opening,
        hungAt: at,
        place: 'opening',
        missing: null,
      });
      return;
    case 'job.handed-over':
      state.handedOver ??= at;
      return;
    case 'check.recorded': {
      const { piece, face, test, note } = body;
      const crossCut = test.method === 'cross-cut' ? crossCutClass(test.flaked.length, test.lattice) : null;
      const failure =
        test.method === 'visual'
          ? test.failure
          : crossCut && crossCut.iso > WORST_SOUND_ISO
            ? 'peeling'
            : null;
      state.checks.push({
        id: fact.id,
        piece,
        face,
        at,
        worker,
        sound: failure === null,
        failure,
        crossCut,
        note,
      });
      if (failure !== null)
        state.touchUps.set(fact.id, { id: fact.id, piece, failure, opened: at, closed: null });
      return;
    }
    case 'touch-up.closed': {
      const touchUp = state.touchUps.get(body.touchUp);
      if (touchUp && !touchUp.closed) touchUp.closed = { at, minutes: body.minutes, note: body.note, worker };
      return;
    }
    case 'contradiction.settled':
    case 'void':
      return;
  }
}

const flawFound = (
  { id, at, worker }: Fact,
  { piece, face, defect, severity, x, y, note }: Extract<FactBody, { kind: 'defect.found' }>,
): Flaw => ({ id, piece, face, defect, severity, x, y, note, at, worker, accepted: null });

/** Everyone's hands leave a work. */
function letGo(work: Work | undefined, at: number): void {
  for (const hands of work?.hands ?? []) hands.to ??= at;
}

/** Facts of one moment are taken in this order, so that what a fact rests on comes before it whatever its id. */
const WITHIN_A_MOMENT: readonly FactKind[] = [
  'piece.labelled',
  'piece.prepared',
  'test.recorded',
  'piece.down',
  'piece.missing',
  'piece.placed',
  'air.read',
  'mix.made',
  'paint.loaded',
  'piece.abraded',
  'work.started',
  'work.joined',
  'work.handed',
  'work.paused',
  'work.resumed',
  'work.finished',
  'coat.inspected',
  'film.felt',
  'defect.found',
  'defect.accepted',
  'site.started',
  'site.finished',
  'piece.hung',
  'job.handed-over',
  'check.recorded',
  'touch-up.closed',
  'contradiction.settled',
  'void',
];
const RANK = new Map<FactKind, number>(WITHIN_A_MOMENT.map((kind, i) => [kind, i]));

/** When a fact happened, and its rank within the moment, as one exact number. */
const moment = ({ at, body }: Fact): number => at * 32 + (RANK.get(body.kind) ?? 31);

const byId = (a: Fact, b: Fact): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
/** Order in which facts happened: by moment, then by id. */
const happened = (a: Fact, b: Fact): number => moment(a) - moment(b) || byId(a, b);

/** Index of the first of sorted numbers that is not below `key`. */
function firstAt(sorted: Float64Array, key: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((sorted[mid] ?? Infinity) < key) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** Facts in the order they happened, each once. */
export function inOrder(facts: readonly Fact[]): readonly Fact[] {
  const keys = new Float64Array(facts.length);
  // A log mostly arrives in order, and then nothing in it is repeated.
  let ordered = true;
  facts.forEach((fact, i) => {
    const key = (keys[i] = moment(fact));
    const last = keys[i - 1] ?? -Infinity;
    if (ordered && (key < last || (key === last && byId(facts[i - 1] ?? fact, fact) >= 0))) ordered = false;
  });
  if (ordered) return facts;
  // Numbers sort faster than facts; each fact then finds its place among them. Few share a moment.
  const sorted = keys.slice().sort();
  const placed = new Array<Fact | undefined>(facts.length);
  const shared = new Uint32Array(facts.length);
  facts.forEach((fact, i) => {
    const at = firstAt(sorted, keys[i] ?? 0);
    placed[at + (shared[at] ?? 0)] = fact;
    shared[at] = (shared[at] ?? 0) + 1;
  });
  const list: Fact[] = [];
  for (let at = 0; at < placed.length; at += shared[at] ?? 1) {
    const alone = shared[at] === 1 ? placed[at] : undefined;
    if (alone) list.push(alone);
    else
      for (const fact of (placed.slice(at, at + (shared[at] ?? 1)) as Fact[]).sort(byId))
        if (list.at(-1)?.id !== fact.id) list.push(fact);
  }
  return list;
}

/** The fact that happened last. */
export const lastToHappen = (facts: readonly Fact[]): Fact | undefined =>
  facts.reduce<Fact | undefined>((last, f) => (last && happened(last, f) > 0 ? last : f), undefined);

/** Facts that do not count, with the reason: taken back, or settled against. */
function takenBack(facts: readonly Fact[]): Map<string, string> {
  const out = new Map<string, string>();
  for (const { body } of facts) if (body.kind === 'void') out.set(body.fact, body.reason);
  for (const { id, body } of facts)
    if (body.kind === 'contradiction.settled' && body.keep !== null && !out.has(id))
      for (const other of body.of) if (other !== body.keep) out.set(other, body.reason);
  return out;
}

/**
 * Folds facts into the state of the job.
 * @param facts in any order, repeated or not; any subset is a valid state
 */
export function fold(facts: readonly Fact[]): JobState {
  const ordered = inOrder(facts);
  const state: JobState = {
    pieces: new Map(),
    works: new Map(),
    site: new Map(),
    air: new Map(),
    mixes: [],
    loaded: null,
    flaws: new Map(),
    takenBackFlaws: new Map(),
    inspections: [],
    felt: [],
    handedOver: null,
    tests: [],
    checks: [],
    touchUps: new Map(),
    voided: takenBack(ordered),
  };
  for (const fact of ordered) {
    const { body } = fact;
    if (!state.voided.has(fact.id)) apply(state, fact, body);
    else if (body.kind === 'defect.found') state.takenBackFlaws.set(fact.id, flawFound(fact, body));
  }
  return state;
}

/**
 * Takes one more fact into a state, which it changes.
 * @param latest the fact that happened last in it; nothing before any
 * @returns whether it could: a fact that happened earlier, or takes others back, wants the whole log folded anew
 */
export function foldOn(state: JobState, latest: Fact | undefined, fact: Fact): boolean {
  const { kind } = fact.body;
  if (kind === 'void' || kind === 'contradiction.settled' || state.voided.has(fact.id)) return false;
  if (latest && happened(latest, fact) >= 0) return false;
  apply(state, fact, fact.body);
  return true;
}
