/** What a proposal of a finish system is made from: what the survey found, and what the household and the crew answer. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { PLACES } from '../air/places';
import { JOB_TOOLS } from './tool';

export const answersSchema = z.object({
  infants: z.boolean().default(false),
  asthma: z.boolean().default(false),
  /** the rooms can be aired while films dry */
  airing: z.boolean().default(true),
  /** the family sleeps in the house meanwhile */
  sleepsThere: z.boolean().default(true),
  use: z.enum(['gentle', 'usual', 'hard']).default('usual'),
  look: z.enum(['plain', 'glazed', 'soft']).default('plain'),
  /** old colour to new one */
  change: z.enum(['same', 'lighter', 'dark to light', 'darker']).default('lighter'),
  hurry: z.boolean().default(false),
  tool: z.enum(JOB_TOOLS as [string, ...string[]]).default('spray'),
  place: z.enum(PLACES).default('tent'),
  /** whoever sprays is licensed for isocyanates and has supplied air */
  licensed: z.boolean().default(false),
});
/** What people answer. */
export type Answers = z.infer<typeof answersSchema>;
export const USUAL_ANSWERS: Answers = answersSchema.parse({});

/** What the survey and the tests found. */
export interface Found {
  /** some piece is open-grained, or bleeds */
  openGrain: boolean;
  bleeds: boolean;
  /** most pieces wear a slick skin, melamine or printed film; some do, and not most */
  slick: boolean;
  someSlick: boolean;
  waxed: boolean;
  /** old glaze in the grooves; new factory fronts with mould release; chips; loose old paint */
  oldGlaze: boolean;
  fresh: boolean;
  chips: boolean;
  loose: boolean;
  /** 0–3, the worst */
  grease: number;
  /** a stove stands among the cabinets, or something is wet: sink or water damage */
  cooking: boolean;
  wet: boolean;
  /** keys of the findings of tests on site */
  findings: readonly string[];
  /** air by day where pieces are coated, °C; null where nobody knows */
  celsius: number | null;
}

export type ProposalFacts = Answers & Found;

/** A question for the household, in words, with what may be answered. */
export interface Question {
  fact: keyof Answers;
  asks: string;
  answers: readonly { value: string | boolean; says: string }[];
}

const YES_NO = frozen([
  { value: false, says: 'no' },
  { value: true, says: 'yes' },
]);

export const QUESTIONS: readonly Question[] = frozen([
  { fact: 'infants', asks: 'Is there an infant, or someone pregnant, in the house?', answers: YES_NO },
  { fact: 'asthma', asks: 'Does anyone have asthma?', answers: YES_NO },
  { fact: 'airing', asks: 'Can the rooms be aired while films dry?', answers: YES_NO },
  { fact: 'sleepsThere', asks: 'Does the family sleep there meanwhile?', answers: YES_NO },
  {
    fact: 'use',
    asks: 'How hard is the kitchen used?',
    answers: [
      { value: 'gentle', says: 'gently' },
      { value: 'usual', says: 'as usual' },
      { value: 'hard', says: 'hard: children, a let, a cook' },
    ],
  },
  {
    fact: 'look',
    asks: 'What look is wanted?',
    answers: [
      { value: 'plain', says: 'plain colour' },
      { value: 'glazed', says: 'glazed grooves' },
      { value: 'soft', says: 'soft, made by hand' },
    ],
  },
  {
    fact: 'change',
    asks: 'How does the colour change?',
    answers: [
      { value: 'same', says: 'about the same' },
      { value: 'lighter', says: 'somewhat lighter' },
      { value: 'dark to light', says: 'very dark to light' },
      { value: 'darker', says: 'darker' },
    ],
  },
  { fact: 'hurry', asks: 'Must the kitchen be back as soon as can be?', answers: YES_NO },
  {
    fact: 'tool',
    asks: 'What lays the paint?',
    answers: [
      { value: 'spray', says: 'fine-finish sprayer' },
      { value: 'turbine', says: 'turbine' },
      { value: 'brush-roller', says: 'brush and roller' },
      { value: 'roller', says: 'roller only' },
      { value: 'brush', says: 'brush only' },
      { value: 'aerosol', says: 'spray cans' },
    ],
  },
  {
    fact: 'place',
    asks: 'Where are the pieces coated?',
    answers: [
      { value: 'house', says: 'in the house, no tent' },
      { value: 'shop', says: 'in the shop' },
      { value: 'tent', says: 'in a tent' },
    ],
  },
  { fact: 'licensed', asks: 'Licensed for isocyanates, with supplied air?', answers: YES_NO },
]);
