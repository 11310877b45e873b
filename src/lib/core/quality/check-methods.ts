/** Ways to check a finish: where each may be done, how, on which scale, and what its result says. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { colourDifference } from './colour-difference';
import { crossCutClass, LATTICES, WORST_SOUND_ISO } from './cross-cut';
import { FAILURES, type FailureKey } from './failures';
import { BLOCKING, glossLevels, PENCILS, SHOWS, STICKS_BELOW } from './scales';

/** Where on the work: a face that shows, a spot agreed and out of sight, or the sample panel. */
export const SPOTS = frozen(['visible', 'hidden', 'panel'] as const);
export type Spot = (typeof SPOTS)[number];
export const SPOT_WORDS: Record<Spot, string> = frozen({
  visible: 'a face that shows',
  hidden: 'an agreed spot out of sight',
  panel: 'the sample panel',
});

const lab = z.object({
  l: z.number('Write L* as a number').min(0, 'L* is from 0 to 100').max(100, 'L* is from 0 to 100'),
  a: z.number('Write a* as a number').min(-160).max(160),
  b: z.number('Write b* as a number').min(-160).max(160),
});
const gloss = z
  .number('Write the gloss as a number')
  .min(0, 'Gloss is read from 0 to 200 units')
  .max(200, 'Gloss is read from 0 to 200 units');

export const AGENTS = frozen([
  'vinegar',
  'lemon',
  'coffee',
  'red wine',
  'oil',
  'dish soap',
  'cleaner',
  'alcohol',
] as const);

export const checkTestSchema = z.discriminatedUnion('method', [
  z.object({ method: z.literal('visual'), failure: z.enum(FAILURES.map((f) => f.key)).nullable() }),
  z.object({ method: z.literal('fingernail'), result: z.enum(['nothing', 'dents', 'lifts']) }),
  z
    .object({
      method: z.literal('cross-cut'),
      lattice: z.literal(LATTICES),
      flaked: z.array(z.number().int().nonnegative()).max(100),
    })
    .refine((t) => t.flaked.every((s) => s < t.lattice) && new Set(t.flaked).size === t.flaked.length, {
      message: 'Each flaked square may be named once and must lie in the lattice',
      path: ['flaked'],
    }),
  z.object({ method: z.literal('pencil'), hardest: z.enum(PENCILS) }),
  z.object({ method: z.literal('blocking'), rating: z.number().int().min(0).max(10) }),
  z.object({ method: z.literal('water'), result: z.enum(['nothing', 'fades', 'stays', 'swells']) }),
  z.object({
    method: z.literal('chemical'),
    agent: z.enum(AGENTS),
    result: z.enum(['nothing', 'stains', 'softens']),
  }),
  z.object({ method: z.literal('gloss'), at60: gloss, at85: gloss.nullable().default(null) }),
  z.object({ method: z.literal('colour'), here: lab, sample: lab }),
  z.object({
    method: z.literal('rubs'),
    doubleRubs: z.number('Write how many').int('Whole rubs').min(1, 'At least one').max(500, 'At most 500'),
    through: z.boolean(),
  }),
]);
export type CheckTest = z.infer<typeof checkTestSchema>;
export type CheckMethod = CheckTest['method'];

interface MethodFacts {
  name: string;
  how: string;
  scale: string;
  /** it leaves a mark: never on a face that shows */
  destructive: boolean;
  /** where it may be done */
  on: readonly Spot[];
  /** kinds of failures that a good result speaks against; `all` for a look */
  speaksFor: 'all' | readonly FailureKey[];
}

const AWAY = frozen(['hidden', 'panel'] as const);

export const METHODS: Record<CheckMethod, MethodFacts> = frozen({
  visual: {
    name: 'Look',
    how: 'In light from the side: handle, edges, sink, stove and bin side first.',
    scale: 'sound, or what is seen',
    destructive: false,
    on: SPOTS,
    speaksFor: 'all',
  },
  fingernail: {
    name: 'Fingernail',
    how: 'Press the nail into the back edge and push.',
    scale: 'nothing, dents, lifts',
    destructive: false,
    on: AWAY,
    speaksFor: ['peeling', 'soft'],
  },
  'cross-cut': {
    name: 'Cross-cut and tape',
    how: 'Six cuts each way through the film (eleven where it is thin), tape pressed on, pulled at 180° within 90 s.',
    scale: 'ASTM D3359 method B, 5B to 0B; ISO 2409, 0 to 5',
    destructive: true,
    on: AWAY,
    speaksFor: ['peeling'],
  },
  pencil: {
    name: 'Pencil',
    how: 'Flat-ended leads at 45°, from hard to soft, until one does not scratch.',
    scale: 'ASTM D3363, 6B to 6H',
    destructive: true,
    on: AWAY,
    speaksFor: [],
  },
  blocking: {
    name: 'Sticking at the bumper',
    how: 'Open the door slowly where it rests on its bumper or its frame; look and listen.',
    scale: 'ASTM D4946, 10 no tack to 0 sealed',
    destructive: false,
    on: ['visible', 'hidden'],
    speaksFor: ['print'],
  },
  water: {
    name: 'Water drop',
    how: 'A drop near the lower edge for five minutes; wipe, look, look again after an hour.',
    scale: 'nothing, fades, stays, swells',
    destructive: false,
    on: AWAY,
    speaksFor: ['swollen'],
  },
  chemical: {
    name: 'Household chemicals',
    how: 'A drop under a glass on the sample panel for an hour, never on the kitchen.',
    scale: 'nothing, stains, softens',
    destructive: true,
    on: ['panel'],
    speaksFor: [],
  },
  gloss: {
    name: 'Gloss',
    how: 'Three readings across the grain at 60°, on matt faces at 85° too; write their mean.',
    scale: 'gloss units, MPI level G1 to G7',
    destructive: false,
    on: SPOTS,
    speaksFor: [],
  },
  colour: {
    name: 'Colour',
    how: 'Read the face and the sample that was kept, on the same instrument.',
    scale: 'CIEDE2000: up to 1 matches, above 2 shows',
    destructive: false,
    on: SPOTS,
    speaksFor: ['colour'],
  },
  rubs: {
    name: 'Solvent rubs',
    how: 'A soaked cloth, a thumb’s length to and fro, until the film is through. Gloves; no flame near.',
    scale: 'ASTM D5402, double rubs',
    destructive: true,
    on: ['panel'],
    speaksFor: [],
  },
});

/** What a test says: the failure it shows, null for none, and its result in words. */
export interface Verdict {
  failure: FailureKey | null;
  words: string;
}

const verdict = (failure: FailureKey | null, words: string): Verdict => ({ failure, words });

export function verdictOf(test: CheckTest): Verdict {
  switch (test.method) {
    case 'visual': {
      const failure = FAILURES.find((f) => f.key === test.failure);
      return verdict(failure?.key ?? null, failure?.seen ?? 'sound');
    }
    case 'fingernail':
      return verdict(
        test.result === 'lifts' ? 'peeling' : test.result === 'dents' ? 'soft' : null,
        test.result === 'nothing' ? 'the nail leaves nothing' : `the film ${test.result}`,
      );
    case 'cross-cut': {
      const { astm, iso, share } = crossCutClass(test.flaked.length, test.lattice);
      return verdict(
        iso > WORST_SOUND_ISO ? 'peeling' : null,
        `${astm}, ISO ${iso}, ${Math.round(share * 100)} % off`,
      );
    }
    case 'pencil':
      return verdict(null, test.hardest);
    case 'blocking':
      return verdict(
        test.rating < STICKS_BELOW ? 'print' : null,
        `${test.rating} of 10, ${BLOCKING[test.rating] ?? ''}`,
      );
    case 'water':
      return verdict(
        test.result === 'swells' ? 'swollen' : test.result === 'stays' ? 'worn' : null,
        test.result === 'nothing' ? 'the drop leaves nothing' : `the mark ${test.result}`,
      );
    case 'chemical':
      return verdict(
        test.result === 'nothing' ? null : 'worn',
        test.result === 'nothing' ? `${test.agent} leaves nothing` : `${test.agent} ${test.result} it`,
      );
    case 'gloss': {
      const levels = glossLevels(test.at60, test.at85);
      return verdict(
        null,
        `${test.at60} at 60°${test.at85 === null ? '' : `, ${test.at85} at 85°`}: ${levels.join(' or ') || 'no MPI level'}`,
      );
    }
    case 'colour': {
      const apart = colourDifference(test.here, test.sample);
      return verdict(apart > SHOWS ? 'colour' : null, `ΔE ${apart.toFixed(1)}`);
    }
    case 'rubs':
      return verdict(null, `${test.doubleRubs} double rubs, ${test.through ? 'through' : 'not through'}`);
  }
}

/** Whether a good result of a method says that a kind of failure is not there; null stands for any kind. */
export function speaksFor(method: CheckMethod, kind: string | null): boolean {
  const kinds = METHODS[method].speaksFor;
  return kinds === 'all' || (kind !== null && kinds.some((k) => k === kind));
}
