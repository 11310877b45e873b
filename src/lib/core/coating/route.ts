/** The way of a piece through a system: every step in order, and what each must wait for. */
import { frozen } from '../frozen';
import { MissingFigure } from './missing-figure';
import { HANDLING } from './handling';
import { passes, type Pass, type Pattern } from './pattern';
import {
  FACES,
  prepOf,
  productOf,
  type AfterCoat,
  type CoatCounts,
  type Face,
  type Layer,
  type Prep,
  type PrepFor,
  type PrepKind,
  type Product,
  type Stage,
  type System,
} from './system';
import { TOOL_FACTS, type Tool } from './tool';

export interface Requirement {
  /** key of an earlier step */
  step: string;
  /** the film and its stage that are waited for; null for a plain sequence or a drying wipe */
  film: Product | null;
  stage: Stage | null;
  /** wet film of it over the right one */
  wet: number;
  /** minutes from the end of that step, at least (in the reference air) and (null: no limit) at most */
  min: number;
  max: number | null;
}

export interface Step {
  key: string;
  kind: 'prep' | 'sand' | 'coat' | 'drill' | 'flip' | 'hang';
  /** for prep: which */
  prep: PrepKind | null;
  face: Face | 'all' | null;
  /** product laid, for a coat */
  product: Product | null;
  /** what lays it */
  tool: Tool | null;
  /** wet film over the right one, for a coat */
  wet: number;
  /** number of this coat of its product on this face, and how many there are */
  coat: number;
  of: number;
  grit: number | null;
  /** in the imperative, without the lot: "Prime backs" */
  act: string;
  how: string;
  setupMinutes: number;
  minutesPerPiece: number;
  after: Requirement[];
  /** ids of pieces that it is not done on: a back that stays as it is, a colour that is turned in another way */
  skips?: ReadonlySet<string>;
  /** pieces that are more work than a usual one, or less, by id; one where nothing is said */
  worth?: ReadonlyMap<string, number>;
  /** pieces that it is for, where it is not for all */
  for?: PrepFor;
  /** what is done to each piece while its coat is fresh: glaze wiped back, wax buffed. It is part of the coat, piece by piece */
  then?: AfterCoat;
  /** the flaw that it mends, and how many steps mend that */
  mends?: { flaw: string; of: number };
  /** the way of turning, where it is not the job's first one */
  turn?: Pattern;
}

/** The pass after which fronts are primed: the last of their first layer, or the first where there is no other layer. */
function primedBy(all: readonly Pass[]): Pass | undefined {
  const fronts = all.filter((p) => p.faces.includes('front'));
  const first = fronts.filter((p) => p.layer === fronts[0]?.layer);
  return first.length < fronts.length ? first.at(-1) : first[0];
}

/** Hooking a piece up, or setting it on points and turning it, minutes a pass. */
const SET_UP: Record<Pattern, number> = frozen({
  'backs-then-fronts': 0,
  'coat-by-coat': 0,
  hung: HANDLING.hook.value,
  points: HANDLING.points.value,
});

/**
 * Work of a step, whole minutes.
 * @param pieces how many usual pieces it is worth: a raised front is more than one, a slab less
 */
export const workMinutes = (step: Step, pieces: number): number =>
  Math.max(1, Math.ceil(step.setupMinutes + step.minutesPerPiece * pieces - 1e-9));

/** How many usual pieces some pieces are worth to a step. */
export const worthOf = (step: Pick<Step, 'worth'>, pieces: readonly string[]): number =>
  step.worth ? pieces.reduce((sum, p) => sum + (step.worth?.get(p) ?? 1), 0) : pieces.length;

/** Whether a piece gets a step. */
export const gets = (step: Step, piece: string): boolean => !step.skips?.has(piece);

/** The faces that a step is done on. */
export const facesOf = (step: Step): readonly Face[] =>
  step.face === null ? [] : step.face === 'all' ? FACES : [step.face];

const plural = { back: 'backs', front: 'fronts', all: 'all faces' } as const;
const VERB: Record<Product['kind'], string> = frozen({
  primer: 'Prime',
  finish: 'Coat',
  glaze: 'Glaze',
  clear: 'Clear-coat',
  wax: 'Wax',
});

function waitFor(film: Film, stage: Stage, max: number | null = null): Requirement {
  const { key: step, product, wet } = film;
  const figure = product.stages[stage];
  if (!figure) throw new MissingFigure(product.name, stage);
  return { step, film: product, stage, wet, min: figure.value, max };
}

/** A film that takes no less than so many minutes until what lies on it may follow. */
const slower = (film: Film, minutes: number): Film => {
  const { product } = film;
  const own = product.stages.recoat;
  const recoat = { ...own, value: Math.max(minutes, own?.value ?? 0), basis: own?.basis ?? 'from memory' };
  return { ...film, product: { ...product, stages: { ...product.stages, recoat } } };
};

/** To follow a step, and to leave what it wetted so many minutes. */
export const plain = (step: string, min = 0): Requirement => ({
  step,
  film: null,
  stage: null,
  wet: 1,
  min,
  max: null,
});

/** A film that lies on a face: the step that laid it, and what was done to it since. */
interface Film {
  key: string;
  product: Product;
  wet: number;
}

/** Wet film over the right one: of the first coat of a product, and of those after it. */
export interface Fullness {
  first: number;
  later: number;
}

const WHOLE: Fullness = frozen({ first: 1, later: 1 });
const USUAL_HOW =
  'Details and edges first, then the panel, then rails and stiles with the grain. Leave a film that has begun to set.';

const LAID_BY_RAG = 'Thin, into every groove and corner, then the flats.';

/** What is done to a fresh coat, in a word or two: "wipe back". */
export const rubbed = ({ act }: AfterCoat): string =>
  `${act.charAt(0).toLowerCase()}${act.slice(1).replace(/ on$/, '')}`;

/** A fresh coat is rubbed before it sets: one piece after another, never a whole lot first. */
const doorByDoor = ({ how, wait, most }: AfterCoat): string =>
  `Piece by piece: after ${wait.value} min${most ? `, and no later than ${most.value} min` : ''}, before the next but one is laid. ${how}`;

const sandAct = (what: string, grit: number): string => `Sand ${what} lightly, ${grit}`;

/** "Prime backs, 1 of 2, then wipe back". @param what is coated */
function coatAct(
  what: string,
  { product, coat, of, then }: Pick<Step, 'coat' | 'of' | 'then'> & { product: Product },
): string {
  const verb = `${VERB[product.kind]} ${what}`;
  return (of > 1 ? `${verb}, ${coat} of ${of}` : verb) + (then ? `, then ${rubbed(then)}` : '');
}

/** What a step is called where it is done on something else than pieces. */
export function actOf(step: Step, what: string): string {
  if (step.kind === 'coat' && step.product) return coatAct(what, { ...step, product: step.product });
  return step.kind === 'sand' && step.grit !== null ? sandAct(what, step.grit) : step.act;
}

/** What a step has that says nothing else. */
const PLAIN_WORK = frozen({
  prep: null,
  face: null,
  product: null,
  tool: null,
  wet: 1,
  coat: 0,
  of: 0,
  grit: null,
  setupMinutes: HANDLING.setup.value,
} as const);

const prepStep = (prep: Prep): Omit<Step, 'after'> => ({
  ...PLAIN_WORK,
  key: prep.key,
  kind: 'prep',
  prep: prep.kind,
  grit: prep.grit,
  act: prep.act,
  how: prep.how,
  minutesPerPiece: prep.minutesPerPiece.value,
  ...(prep.for === 'all' ? {} : { for: prep.for }),
});

/** A film may be worked on once it can be sanded; once it may be coated again where it is never sanded. */
const hardened = (film: Film): Requirement => waitFor(film, film.product.stages.sand ? 'sand' : 'recoat');

/** How a system is laid on the pieces of a job. */
interface Laying {
  system: System;
  counts: CoatCounts;
  tool: Tool;
  pattern: Pattern;
  fullness: Fullness;
  asked: ReadonlySet<PrepFor>;
}

/** A route that is being built, step by step. */
class Route {
  readonly steps: Step[] = [];
  private readonly films: Record<Face, Film | null> = { back: null, front: null };
  /** the face that is coated while the piece lies as it does */
  private lying: Face = 'back';
  private begun = false;
  /** the last step of the preparation, and how long what it wetted dries */
  private dryPrep: Step | undefined;
  private wait = 0;
  /** the step that keeps the surface receptive, and how long */
  private receptive: Requirement | null = null;

  constructor(private readonly laying: Laying) {}

  /** Adds a step, after the one before it. */
  private add(step: Omit<Step, 'after'>, after: Requirement[]): void {
    const last = this.steps.at(-1);
    if (last && !after.some((r) => r.step === last.key)) after.unshift(plain(last.key));
    this.steps.push({ ...step, after });
  }

  private isFor = (prep: Prep): boolean =>
    prep.on === 'pieces' && (prep.for === 'all' || this.laying.asked.has(prep.for));

  prepare(): void {
    for (const prep of prepOf(this.laying.system).filter(this.isFor)) {
      const last = this.steps.at(-1);
      this.add(prepStep(prep), last ? [plain(last.key, this.wait)] : []);
      this.wait = prep.dry.value;
      if (prep.holds) this.receptive = { ...plain(prep.key), max: prep.holds.value };
    }
    this.dryPrep = this.steps.at(-1);
  }

  /** Goes on with a pass: turns the pieces where they lie otherwise, and coats them. */
  pass(pass: Pass, layer: Layer): void {
    const { pattern } = this.laying;
    const [face] = pass.faces;
    if (pass.faces.length === 1 && face && pattern !== 'hung' && pattern !== 'points') {
      // The first pass lies as it must; after that a change of face is a flip.
      if (this.begun && face !== this.lying) this.flip();
      this.lying = face;
    }
    this.begun = true;
    this.coat(pass, layer);
  }

  private flip(): void {
    const from = this.films[this.lying];
    const turns = this.steps.filter((s) => s.kind === 'flip').length;
    const [up, off] = this.lying === 'back' ? ['fronts', 'back'] : ['backs', 'front'];
    this.add(
      {
        ...PLAIN_WORK,
        key: turns ? `flip.${turns + 1}` : 'flip',
        kind: 'flip',
        act: 'Flip',
        how: `Turn ${up} up and wipe off the dust they gathered. Move the tape label to the ${off} that is dry.`,
        setupMinutes: 2,
        minutesPerPiece: HANDLING.flip.value,
      },
      from ? [waitFor(from, 'flip')] : [],
    );
  }

  /** The films that lie under a pass, one where both faces have the same. */
  private below({ faces }: Pass): Film[] {
    const under = faces.flatMap((f) => (this.films[f] ? [this.films[f]] : []));
    return [...new Map(under.map((f) => [f.key, f])).values()];
  }

  /** What a coat waits for, beside what it follows. */
  private beforeCoat(pass: Pass, layer: Layer, below: readonly Film[], isSanded: boolean): Requirement[] {
    const { dryPrep, receptive } = this;
    const after = below.map((f) =>
      waitFor(f, 'recoat', isSanded ? null : (f.product.recoatBy?.value ?? null)),
    );
    if (below.length === 0 && dryPrep && this.steps.at(-1) === dryPrep)
      after.push(plain(dryPrep.key, this.wait));
    if (receptive && pass.faces.some((f) => !this.films[f])) {
      const { step: prepared, max } = receptive;
      const same = after.findIndex((r) => r.step === prepared && !r.film);
      if (same < 0) after.push(receptive);
      else after[same] = { ...plain(prepared, after[same]?.min), max };
    }
    if (pass.coat === 1 && layer.waitFirst)
      for (const f of below) after.push(waitFor(slower(f, layer.waitFirst.value), 'recoat'));
    return after;
  }

  private coat(pass: Pass, layer: Layer): void {
    const { system, counts, tool, pattern, fullness } = this.laying;
    const product = productOf(system, layer.product);
    const face = pass.faces.length === 2 ? 'all' : (pass.faces[0] ?? 'front');
    const of = Math.max(...pass.faces.map((f) => counts[pass.layer]?.[f] ?? 0));
    const name = `${product.key}.${pass.coat}`;
    const below = this.below(pass);
    const grit = below.length ? (pass.coat === 1 ? layer.sandFirst : layer.sandBetween) : null;
    if (grit)
      this.add(
        {
          ...PLAIN_WORK,
          key: `${face}.sand.${name}`,
          kind: 'sand',
          face,
          grit,
          act: sandAct(plural[face], grit),
          how: 'Sand, vacuum, tack off. Mind the edges.',
          minutesPerPiece: HANDLING.sandFace.value * pass.faces.length,
        },
        below.map((f) => waitFor(f, 'sand')),
      );
    const own = layer.full ? { first: layer.full.first.value, later: layer.full.later.value } : WHOLE;
    const wet = pass.coat === 1 ? fullness.first * own.first : fullness.later * own.later;
    const laidBy = layer.tool ?? tool;
    const { setupMinutes, minutesPerFace } = TOOL_FACTS[laidBy];
    const { then } = layer;
    const key = `${face}.${name}`;
    this.add(
      {
        ...PLAIN_WORK,
        ...{ key, kind: 'coat', face, product, tool: laidBy, wet, coat: pass.coat, of },
        act: coatAct(plural[face], { product, coat: pass.coat, of, ...(then ? { then } : {}) }),
        how: then ? `${layer.how ?? LAID_BY_RAG} ${doorByDoor(then)}` : (layer.how ?? USUAL_HOW),
        // The last piece waits for its rubbing by itself; the others while the next is laid.
        setupMinutes: setupMinutes + (then?.wait.value ?? 0),
        minutesPerPiece:
          (minutesPerFace + (then?.minutesPerFace.value ?? 0)) * pass.faces.length + SET_UP[pattern],
        ...(then ? { then } : {}),
      },
      this.beforeCoat(pass, layer, below, grit !== null),
    );
    for (const f of pass.faces) this.films[f] = { key, product, wet };
  }

  drill(): void {
    this.add(
      {
        ...PLAIN_WORK,
        key: 'drill',
        kind: 'drill',
        act: 'Drill by the jig',
        how: 'A pad under the jig, a backing board behind the hole; knock the chips off, break the edge, dust off.',
        minutesPerPiece: HANDLING.drill.value,
        for: 'new holes',
      },
      FACES.flatMap((f) => (this.films[f] ? [hardened(this.films[f])] : [])),
    );
  }

  /** What is done once all coats are on, and hanging. */
  end(): void {
    const films = [
      ...new Map(
        FACES.flatMap((f) => (this.films[f] ? [[this.films[f].key, this.films[f]] as const] : [])),
      ).values(),
    ];
    // Tape is scored once the film can be sanded.
    for (const prep of this.laying.system.close.filter(this.isFor))
      this.add(prepStep(prep), films.map(hardened));
    this.add(
      {
        ...PLAIN_WORK,
        key: 'hang',
        kind: 'hang',
        act: 'Hang',
        how: 'Right piece, own hinges, three adjustments: side, height, depth.',
        minutesPerPiece: HANDLING.hang.value,
      },
      films.map((film) => waitFor(film, 'hang')),
    );
  }
}

/**
 * Builds the route of a system.
 * @param counts coats per face, one entry per layer; a face with no coat at all is left out, and so is the flip
 * @param tool what lays the coats whose layer names no tool of its own
 * @param pattern how pieces are turned
 * @param fullness wet film of the coats over the right one
 * @param asked what some pieces ask for beside what all get; none of it where nothing is said
 * @returns steps in order, the last one hanging
 * @throws Error when the counts do not fit the layers, no face is coated, or a stage that is needed has no figure
 */
export function buildRoute(
  system: System,
  counts: CoatCounts,
  tool: Tool,
  pattern: Pattern = 'backs-then-fronts',
  fullness: Fullness = WHOLE,
  asked: ReadonlySet<PrepFor> = new Set(),
): Step[] {
  if (counts.length !== system.layers.length) {
    throw new Error(
      `${system.name} has ${system.layers.length} layers, coat counts are given for ${counts.length}`,
    );
  }
  if (counts.every((c) => c.front === 0)) throw new Error('The fronts need at least one coat');
  const route = new Route({ system, counts, tool, pattern, fullness, asked });
  route.prepare();
  const all = passes(counts, pattern);
  const primed = primedBy(all);
  for (const pass of all) {
    const layer = system.layers[pass.layer];
    if (!layer) continue;
    route.pass(pass, layer);
    if (pass === primed && system.drillPrimed && asked.has('new holes')) route.drill();
  }
  route.end();
  return route.steps;
}
