/** What goes wrong in a film while the job is under way: cause, remedy and its wait. Common practice, no source, where nothing is named; the product’s data sheet decides. */
import { frozen } from '../frozen';

/**
 * What a remedy does, in order. `spot`: the bare place is primed, or gets the first finish where there is no primer; `block`: a
 * stain blocker; `barrier`: a primer that does not soften the film again; `mist`: a thin coat that the full one holds on to.
 */
const REMEDY_STEPS = frozen([
  'clean',
  'sand',
  'spot',
  'block',
  'barrier',
  'mist',
  'coat',
  'free',
  'fill',
  'caulk',
  'adjust',
] as const);
export type RemedyStep = (typeof REMEDY_STEPS)[number];

interface Defect {
  key: string;
  seen: string;
  cause: string;
  remedy: string;
  /** the film must be old enough for that, before the first step; null: at once */
  waitFor: 'sand' | 'recoat' | null;
  /** minutes from the coat before the first step, where that is more */
  waitMinutes: number;
  /** nothing when the next coat takes it along */
  steps: readonly RemedyStep[];
  /** minutes of hands per step, besides setting up. From memory */
  minutes: number;
  /** the remedy needs no coat of its own while another is still to come */
  nextCoatServes: boolean;
  basis: string;
}

const usual = {
  waitFor: 'sand',
  waitMinutes: 0,
  minutes: 6,
  nextCoatServes: true,
  basis: 'common practice',
} as const;

const defect = (entry: Omit<Defect, 'key'>): Omit<Defect, 'key'> => entry;

/** Every defect, an entry each. */
export const DEFECTS = frozen({
  run: defect({
    ...usual,
    seen: 'Run, sag or drip',
    cause: 'Too much on edges and details, flats laid first',
    remedy: 'Leave it until it is hard. Sand it flat, then coat.',
    waitMinutes: 2 * 1440,
    steps: ['sand', 'coat'],
    basis: 'T22: levelled after a couple of days',
  }),
  holiday: defect({
    ...usual,
    seen: 'Holiday, thin spot',
    cause: 'Missed recess, low film',
    remedy: 'Touch in before the next coat; after the last one, coat the face.',
    waitFor: 'recoat',
    steps: ['coat'],
  }),
  nib: defect({
    ...usual,
    seen: 'Nib, dust',
    cause: 'Dust, no tack cloth, a bristle',
    remedy: 'Sand 320, dust off, next coat.',
    steps: ['sand', 'coat'],
  }),
  fisheye: defect({
    ...usual,
    seen: 'Fisheye',
    cause: 'Oil or silicone under the film',
    remedy: 'Stop. Clean again, wipe, a thin mist coat, then a full coat.',
    steps: ['clean', 'sand', 'mist', 'coat'],
    nextCoatServes: false,
  }),
  crawling: defect({
    ...usual,
    seen: 'Crawling, paint pulls away',
    cause: 'Cleaner or deglosser was not dry',
    remedy: 'Let it dry, sand, wipe, coat again.',
    steps: ['sand', 'clean', 'coat'],
    nextCoatServes: false,
  }),
  'orange-peel': defect({
    ...usual,
    seen: 'Orange peel',
    cause: 'Too heavy, too thick a mix, too little time to level',
    remedy: 'Sand flat; thin or extend the paint; coat.',
    steps: ['sand', 'coat'],
  }),
  ropey: defect({
    ...usual,
    seen: 'Ropey, draggy',
    cause: 'Dry brush, overworked, too warm',
    remedy: 'Sand, then a full coat with extender.',
    steps: ['sand', 'coat'],
  }),
  bleed: defect({
    ...usual,
    seen: 'Stain coming through',
    cause: 'Tannin, an old stain, oils',
    remedy: 'Stop. Stain-blocking primer on the spot or all over, then coat.',
    steps: ['sand', 'block', 'coat'],
    nextCoatServes: false,
  }),
  grain: defect({
    ...usual,
    seen: 'Grain shows',
    cause: 'Open grain was not filled',
    remedy: 'Fill it again, sand, prime and coat; or leave it, as agreed.',
    steps: ['fill', 'sand', 'spot', 'coat'],
    nextCoatServes: false,
  }),
  'burn-through': defect({
    ...usual,
    seen: 'Sanded through at an edge',
    cause: 'Sanded hard at a corner',
    remedy: 'Spot-prime, then coat.',
    waitFor: null,
    steps: ['spot', 'coat'],
  }),
  lifting: defect({
    ...usual,
    seen: 'Lifting, wrinkling',
    cause: 'Solvent over weak old paint',
    remedy: 'Stop; test again. Let it harden, sand to sound film, a waterborne barrier primer, coat.',
    waitMinutes: 1440,
    steps: ['sand', 'barrier', 'coat'],
    nextCoatServes: false,
    minutes: 15,
    basis: 'common practice; wait from memory',
  }),
  'white-corner': defect({
    ...usual,
    seen: 'White line in a corner',
    cause: 'Clear pooled there',
    remedy: 'Sand it out, thin coat.',
    steps: ['sand', 'coat'],
    nextCoatServes: false,
    basis: 'T32',
  }),
  tacky: defect({
    ...usual,
    seen: 'Still tacky after its time',
    cause: 'Laid too thick, too cold or damp, or the wrong paint',
    remedy: 'Warm, dry air and time; feel it again. Else strip.',
    waitFor: 'recoat',
    waitMinutes: 1440,
    steps: ['sand'],
    basis: 'common practice; wait from memory',
  }),
  crack: defect({
    ...usual,
    seen: 'Cracked joint line',
    cause: 'A floating panel was caulked',
    remedy: 'Cut the caulk free; touch in the line.',
    steps: ['free', 'coat'],
    minutes: 10,
  }),
  dent: defect({
    ...usual,
    seen: 'Dent, nick, print',
    cause: 'A knock, or handled too early',
    remedy: 'Sand, touch in, next coat.',
    steps: ['sand', 'coat'],
  }),
  'wrong-colour': defect({
    ...usual,
    seen: 'Wrong colour',
    cause: 'The gun or the can held another zone’s paint',
    remedy: 'Sand, then coat with the right colour.',
    steps: ['sand', 'coat'],
    nextCoatServes: false,
  }),
  peeling: defect({
    ...usual,
    seen: 'Peeling, flaking',
    cause: 'Grease left, gloss not broken, or no bond coat',
    remedy: 'Strip to sound film, degrease, sand, spot-prime, coat. Not before a patch test holds.',
    waitFor: null,
    steps: ['free', 'clean', 'sand', 'spot', 'coat'],
    nextCoatServes: false,
    minutes: 15,
  }),
  sticking: defect({
    ...usual,
    seen: 'Sticks, or printed by a bumper or handle',
    cause: 'Hung, stacked or fitted too early',
    remedy: 'Free it, pad it, wait until it is hard; then sand the print out and coat.',
    waitMinutes: 2 * 1440,
    steps: ['free', 'sand', 'coat'],
    basis: 'common practice; wait as for a run, T22',
  }),
  gap: defect({
    ...usual,
    seen: 'Gap at a joint',
    cause: 'Not caulked before a light colour',
    remedy: 'Caulk it, tool it once, touch the line in. Never a floating panel.',
    waitFor: 'recoat',
    steps: ['caulk', 'coat'],
    basis: 'common practice; caulk T16',
  }),
  'out-of-line': defect({
    ...usual,
    seen: 'Door out of line',
    cause: 'A hinge in the wrong place, or not adjusted',
    remedy: 'Own hinges in their own holes; three adjustments: side to side, up and down, in and out (T30).',
    waitFor: null,
    steps: ['adjust'],
    basis: 'T30',
  }),
  soft: defect({
    ...usual,
    seen: 'Soft, stained or whitened',
    cause: 'Water, heat or a harsh cleaner',
    remedy: 'Clean, let it dry, sand, coat; by the sink and the stove with a tougher system.',
    waitFor: null,
    waitMinutes: 1440,
    steps: ['clean', 'sand', 'coat'],
    nextCoatServes: false,
    basis: 'common practice; wait from memory',
  }),
});
export type DefectKey = keyof typeof DEFECTS;
export const DEFECT_KEYS = frozen(Object.keys(DEFECTS) as DefectKey[]);
