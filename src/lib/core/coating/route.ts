/** The way of a piece through a system: every step in order, and what each must wait for. */
import type { Tool } from './tool';
import { productOf, type CoatCounts, type Face, type Product, type Stage, type System } from './system';

export interface Requirement {
  /** key of an earlier step */
  step: string;
  /** the film's stage that is waited for; null for a plain sequence or a drying wipe */
  stage: Stage | null;
  /** minutes from the end of that step, at least and (null: no limit) at most */
  min: number;
  max: number | null;
}

export interface Step {
  key: string;
  kind: 'prep' | 'sand' | 'coat' | 'flip' | 'hang';
  face: Face | null;
  /** product laid, for a coat */
  product: Product | null;
  /** number of this coat of its product on this face, and how many there are */
  coat: number;
  of: number;
  /** in the imperative, without the lot: "Prime backs" */
  act: string;
  how: string;
  setupMinutes: number;
  minutesPerPiece: number;
  after: Requirement[];
}

/**
 * Minutes to coat one face of one piece. Sprayed: 1¾ h for the 90 faces of 45 pieces (T02);
 * brush and roller twice that (T01). Common practice, no source.
 */
export const MINUTES_PER_FACE: Record<Tool, number> = { spray: 105 / 90, 'brush-roller': 210 / 90 };
/** Filling, straining and rinsing per pass, min. From memory. */
export const SETUP_MINUTES: Record<Tool, number> = { spray: 15, 'brush-roller': 10 };
/** Changing to another product, min. From memory. */
export const CHANGEOVER_MINUTES: Record<Tool, number> = { spray: 20, 'brush-roller': 5 };
/** Minutes per piece. From memory. */
const SAND_FACE = 1;
const FLIP = 0.4;
const HANG = 6;

/** Work of a step on so many pieces, whole minutes. */
export const workMinutes = (step: Step, pieces: number): number =>
  Math.max(1, Math.ceil(step.setupMinutes + step.minutesPerPiece * pieces - 1e-9));

const plural: Record<Face, string> = { back: 'backs', front: 'fronts' };

function need(product: Product, stage: Stage): number {
  const figure = product.stages[stage];
  if (!figure)
    throw new Error(`${product.name} has no figure for “${stage}”: give one before planning with it`);
  return figure.value;
}

/**
 * Builds the route of a system in the pattern "backs then fronts".
 * @param system the system
 * @param counts coats per face, one entry per layer; a face with no coat at all is left out, and so is the flip
 * @param tool what lays the coats
 * @returns steps in order, the last one hanging
 * @throws Error when the counts do not fit the layers, no face is coated, or a stage that is needed has no figure
 */
export function buildRoute(system: System, counts: CoatCounts, tool: Tool): Step[] {
  if (counts.length !== system.layers.length) {
    throw new Error(
      `${system.name} has ${system.layers.length} layers, coat counts are given for ${counts.length}`,
    );
  }
  const total = (face: Face) => counts.reduce((sum, c) => sum + c[face], 0);
  if (total('front') === 0) throw new Error('The fronts need at least one coat');
  const steps: Step[] = [];
  const add = (step: Omit<Step, 'after'>, after: Requirement[]) => {
    const last = steps.at(-1);
    if (last && !after.some((r) => r.step === last.key))
      after.unshift({ step: last.key, stage: null, min: 0, max: null });
    steps.push({ ...step, after });
  };
  const work = { face: null, product: null, coat: 0, of: 0, setupMinutes: 5 } as const;

  let wait = 0;
  for (const prep of system.prep) {
    const last = steps.at(-1);
    add(
      {
        ...work,
        key: prep.key,
        kind: 'prep',
        act: prep.act,
        how: prep.how,
        minutesPerPiece: prep.minutesPerPiece.value,
      },
      last ? [{ step: last.key, stage: null, min: wait, max: null }] : [],
    );
    wait = prep.dry.value;
  }
  const dryPrep = steps.at(-1);

  const coatFace = (face: Face): { key: string; product: Product } | null => {
    let below: { key: string; product: Product } | null = null;
    system.layers.forEach((layer, i) => {
      const product = productOf(system, layer.product);
      const of = counts[i]?.[face] ?? 0;
      for (let coat = 1; coat <= of; coat++) {
        const key = `${face}.${product.key}.${coat}`;
        const after: Requirement[] = [];
        const grit = below && (coat === 1 ? layer.sandFirst : layer.sandBetween);
        if (below && grit) {
          const sand = `${face}.sand.${product.key}.${coat}`;
          add(
            {
              ...work,
              key: sand,
              kind: 'sand',
              face,
              act: `Sand ${plural[face]} lightly, ${grit}`,
              how: 'Sand, vacuum, tack off. Mind the edges.',
              minutesPerPiece: SAND_FACE,
            },
            [{ step: below.key, stage: 'sand', min: need(below.product, 'sand'), max: null }],
          );
        }
        if (below) {
          const by = grit ? null : (below.product.recoatBy?.value ?? null);
          after.push({ step: below.key, stage: 'recoat', min: need(below.product, 'recoat'), max: by });
        } else if (dryPrep && steps.at(-1) === dryPrep) {
          after.push({ step: dryPrep.key, stage: null, min: wait, max: null });
        }
        const verb = product.kind === 'primer' ? `Prime ${plural[face]}` : `Coat ${plural[face]}`;
        add(
          {
            key,
            kind: 'coat',
            face,
            product,
            coat,
            of,
            act: of > 1 ? `${verb}, ${coat} of ${of}` : verb,
            how: 'Details and edges first, then the panel, then rails and stiles with the grain. Leave a film that has begun to set.',
            setupMinutes: SETUP_MINUTES[tool],
            minutesPerPiece: MINUTES_PER_FACE[tool],
          },
          after,
        );
        below = { key, product };
      }
    });
    return below;
  };

  const hang: Requirement[] = [];
  const filmWait = (top: { key: string; product: Product } | null, stage: Stage): Requirement[] =>
    top ? [{ step: top.key, stage, min: need(top.product, stage), max: null }] : [];
  const back = coatFace('back');
  hang.push(...filmWait(back, 'hang'));
  if (back) {
    add(
      {
        ...work,
        key: 'flip',
        kind: 'flip',
        act: 'Flip',
        how: 'Turn fronts up. Move the tape label to the back that is dry.',
        setupMinutes: 2,
        minutesPerPiece: FLIP,
      },
      filmWait(back, 'flip'),
    );
  }
  hang.push(...filmWait(coatFace('front'), 'hang'));
  add(
    {
      ...work,
      key: 'hang',
      kind: 'hang',
      act: 'Hang',
      how: 'Right piece, own hinges, three adjustments: side, height, depth.',
      minutesPerPiece: HANG,
    },
    hang,
  );
  return steps;
}

/** The step with a key. @throws Error when the route has none */
export function stepOf(route: readonly Step[], key: string): Step {
  const step = route.find((s) => s.key === key);
  if (!step) throw new Error(`The route has no step ${key}`);
  return step;
}
