/** The rules by which a finish system is proposed, as data. Common practice, no source. */
import { frozen } from '../frozen';
import type { ProposalFacts } from './proposal-facts';
import type { ProductKind, Trait } from './system';
import type { Tool } from './tool';

/** A test of one fact. */
export type FactTest = {
  [K in keyof ProposalFacts]:
    | { fact: K; is: ProposalFacts[K] | readonly ProposalFacts[K][] }
    | (ProposalFacts[K] extends number ? { fact: K; atLeast: number } : never)
    | (ProposalFacts[K] extends readonly string[] ? { fact: K; has: string } : never);
}[keyof ProposalFacts];

/** Which systems a rule speaks of: any of the traits and none of `without`; or keys; all where nothing is named. */
export interface Target {
  traits?: readonly Trait[];
  without?: readonly Trait[];
  keys?: readonly string[];
}

export interface Rule {
  key: string;
  /** all must hold */
  if: readonly FactTest[];
  of: Target;
  /** `stop`: not to be done; else points for or against */
  gives: 'stop' | number;
  says: string;
}

/** Where people live: films dry in the house, or in a tent beside it. */
const BY_THE_HOUSE: FactTest = frozen({ fact: 'place', is: ['house', 'tent'] });
const IN_THE_HOUSE: FactTest = frozen({ fact: 'place', is: 'house' });
const IN_THE_TENT: FactTest = frozen({ fact: 'place', is: 'tent' });
const INHABITED: FactTest = frozen({ fact: 'sleepsThere', is: true });
const AIRED: FactTest = frozen({ fact: 'airing', is: true });
const NOT_AIRED: FactTest = frozen({ fact: 'airing', is: false });
const BY_HAND: FactTest = frozen({ fact: 'tool', is: ['brush-roller', 'roller', 'brush'] });
const VAPOURS: Target = frozen({ traits: ['solvent-borne', 'shellac', 'two-pack', 'lacquer'] });

export const RULES: readonly Rule[] = frozen([
  // What must not be: where films dry, who sleeps there, and whether it is aired.
  {
    key: 'aerosol-shellac',
    if: [{ fact: 'tool', is: 'aerosol' }, IN_THE_TENT],
    of: { traits: ['shellac'] },
    gives: 'stop',
    says: 'No shellac from spray cans indoors.',
  },
  {
    key: 'infant-solvent-house',
    if: [{ fact: 'infants', is: true }, INHABITED, IN_THE_HOUSE],
    of: VAPOURS,
    gives: 'stop',
    says: 'No solvent in the house where an infant, or someone pregnant, sleeps.',
  },
  {
    key: 'infant-solvent-stale',
    if: [{ fact: 'infants', is: true }, NOT_AIRED, BY_THE_HOUSE],
    of: VAPOURS,
    gives: 'stop',
    says: 'No solvent by an infant, or someone pregnant, where it cannot be aired.',
  },
  {
    key: 'infant-two-pack',
    if: [{ fact: 'infants', is: true }],
    of: { traits: ['two-pack'] },
    gives: 'stop',
    says: 'No two-pack with an infant or someone pregnant in the house, whatever the licence.',
  },
  {
    key: 'asthma-solvent-house',
    if: [{ fact: 'asthma', is: true }, INHABITED, IN_THE_HOUSE],
    of: VAPOURS,
    gives: 'stop',
    says: 'Solvent vapours where someone with asthma sleeps.',
  },
  {
    key: 'asthma-solvent-stale',
    if: [{ fact: 'asthma', is: true }, NOT_AIRED, BY_THE_HOUSE],
    of: VAPOURS,
    gives: 'stop',
    says: 'Solvent vapours by someone with asthma, where it cannot be aired.',
  },
  {
    key: 'stale-solvent',
    if: [INHABITED, NOT_AIRED, IN_THE_HOUSE],
    of: { traits: ['solvent-borne', 'two-pack', 'lacquer'] },
    gives: 'stop',
    says: 'No solvent in a house that is slept in and cannot be aired.',
  },
  {
    key: 'wax-stove',
    if: [{ fact: 'cooking', is: true }],
    of: { traits: ['wax'] },
    gives: 'stop',
    says: 'Wax by the stove: heat and grease soften it.',
  },
  {
    key: 'two-pack-licence',
    if: [{ fact: 'licensed', is: false }],
    of: { traits: ['two-pack'] },
    gives: 'stop',
    says: 'Two-pack needs a licence and supplied air.',
  },
  {
    key: 'two-pack-by-hand',
    if: [BY_HAND],
    of: { traits: ['two-pack'] },
    gives: 'stop',
    says: 'Two-pack enamel is sprayed, not brushed.',
  },
  {
    key: 'lacquer-by-hand',
    if: [BY_HAND],
    of: { traits: ['lacquer'] },
    gives: 'stop',
    says: 'Lacquer dries under the brush: it is sprayed.',
  },
  {
    key: 'lifting',
    if: [{ fact: 'findings', has: 'barrier' }],
    of: { traits: ['solvent-borne', 'lacquer', 'two-pack'] },
    gives: 'stop',
    says: 'The solvent spot lifted the old finish: no strong solvent over it.',
  },
  {
    key: 'soft-finish',
    if: [{ fact: 'findings', has: 'soft-finish' }],
    of: { traits: ['solvent-borne', 'lacquer', 'two-pack'] },
    gives: -6,
    says: 'The solvent spot softened the old finish: strong solvent wrinkles it.',
  },
  {
    key: 'weak-patch',
    if: [{ fact: 'findings', has: 'weak-patch' }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: -3,
    says: 'The patch held poorly (3B): a primer that bonds is wanted under it.',
  },
  {
    key: 'weak-patch-abraded',
    if: [{ fact: 'findings', has: 'weak-patch' }],
    of: { traits: ['needs abrading'] },
    gives: 1,
    says: 'The patch held poorly (3B): abraded and primed it holds better.',
  },
  {
    key: 'no-bond',
    if: [{ fact: 'findings', has: 'no-adhesion' }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: 'stop',
    says: 'The patch came off: a self-priming paint has nothing to hold on to.',
  },
  // Bond.
  {
    key: 'slick-made-for',
    if: [{ fact: 'slick', is: true }],
    of: { traits: ['bonds to slick'] },
    gives: 6,
    says: 'Made for melamine and printed film: the sealer’s texture is the key.',
  },
  {
    key: 'not-slick',
    if: [{ fact: 'slick', is: false }],
    of: { traits: ['bonds to slick'] },
    gives: -8,
    says: 'A surface sealer is of little use on wood that can be sanded.',
  },
  {
    key: 'slick-abrading',
    if: [{ fact: 'slick', is: true }],
    of: { traits: ['needs abrading'] },
    gives: -3,
    says: 'A printed film is soon sanded through.',
  },
  {
    key: 'slick-chalk',
    if: [{ fact: 'slick', is: true }],
    of: { traits: ['chalk', 'self-priming'] },
    gives: -3,
    says: 'Without a bonding sealer it scratches off a slick skin.',
  },
  {
    key: 'loose-self-priming',
    if: [{ fact: 'loose', is: true }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: -2,
    says: 'Over loose old paint a primer is wanted.',
  },
  {
    key: 'grease-self-priming',
    if: [{ fact: 'grease', atLeast: 2 }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: -2,
    says: 'Heavy grease: what is left under a self-priming paint peels at the handles.',
  },
  {
    key: 'grease-shellac',
    if: [{ fact: 'grease', atLeast: 2 }],
    of: { traits: ['shellac'] },
    gives: 1,
    says: 'Shellac seals what a cleaner leaves behind.',
  },
  {
    key: 'old-wax',
    if: [{ fact: 'waxed', is: true }],
    of: { traits: ['waterborne'], without: ['shellac'] },
    gives: -2,
    says: 'Old wax: what the remover leaves makes waterborne paint crawl.',
  },
  {
    key: 'old-wax-shellac',
    if: [{ fact: 'waxed', is: true }],
    of: { traits: ['shellac'] },
    gives: 2,
    says: 'Shellac holds over what is left of old wax.',
  },
  {
    key: 'old-glaze',
    if: [{ fact: 'oldGlaze', is: true }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: -2,
    says: 'Old glaze is a soft layer: it is sanded and primed, not painted over.',
  },
  {
    key: 'old-glaze-sealed',
    if: [{ fact: 'oldGlaze', is: true }],
    of: { traits: ['shellac'] },
    gives: 1,
    says: 'Shellac seals old glaze once it is sanded.',
  },
  {
    key: 'mould-release',
    if: [{ fact: 'fresh', is: true }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: -2,
    says: 'New factory fronts carry mould release: without a primer that bonds it makes fisheyes and peels.',
  },
  {
    key: 'mould-release-abraded',
    if: [{ fact: 'fresh', is: true }],
    of: { traits: ['needs abrading'] },
    gives: 1,
    says: 'New factory fronts are wiped with solvent and scuffed: then it bonds.',
  },
  {
    key: 'chips-filled',
    if: [{ fact: 'chips', is: true }],
    of: { traits: ['self-priming', 'chalk'] },
    gives: -1,
    says: 'Filled chips show through without a primer.',
  },
  {
    key: 'loose-primed',
    if: [{ fact: 'loose', is: true }],
    of: { traits: ['blocks stains'] },
    gives: 1,
    says: 'Its primer ties down the scraped edges.',
  },
  {
    key: 'wax-left',
    if: [{ fact: 'findings', has: 'wax' }],
    of: { traits: ['waterborne'], without: ['shellac', 'wax'] },
    gives: -1,
    says: 'Water beads: wax or silicone makes waterborne paint crawl.',
  },
  // Stains, grain, colour.
  {
    key: 'bleed-blocked',
    if: [{ fact: 'bleeds', is: true }],
    of: { traits: ['blocks stains'] },
    gives: 3,
    says: 'Blocks tannin and old stain.',
  },
  {
    key: 'bleed-open',
    if: [{ fact: 'bleeds', is: true }],
    of: { without: ['blocks stains', 'two-pack'] },
    gives: -3,
    says: 'The wood bleeds, and nothing in it blocks stains.',
  },
  {
    key: 'dark-self-priming',
    if: [{ fact: 'change', is: 'dark to light' }],
    of: { traits: ['self-priming'] },
    gives: -2,
    says: 'Very dark to light takes many coats without a primer under it.',
  },
  {
    key: 'grain-levels',
    if: [{ fact: 'openGrain', is: true }],
    of: { keys: ['oil-alkyd-hybrid', 'oil-enamel', 'spray-pro'] },
    gives: 1,
    says: 'The heavy primer levels open grain a little.',
  },
  // The household.
  {
    key: 'smell',
    if: [INHABITED, AIRED, IN_THE_HOUSE],
    of: { traits: ['solvent-borne'] },
    gives: -3,
    says: 'Smells for days where the family sleeps.',
  },
  {
    key: 'smell-tent',
    if: [INHABITED, IN_THE_TENT],
    of: { traits: ['solvent-borne'] },
    gives: -1,
    says: 'The tent beside the house smells for days.',
  },
  {
    key: 'smell-tent-stale',
    if: [INHABITED, NOT_AIRED, IN_THE_TENT],
    of: { traits: ['solvent-borne', 'lacquer', 'two-pack'] },
    gives: -3,
    says: 'The rooms behind the tent cannot be aired: the smell stays.',
  },
  {
    key: 'shellac-stale',
    if: [INHABITED, NOT_AIRED, BY_THE_HOUSE],
    of: { traits: ['shellac'] },
    gives: -2,
    says: 'Alcohol vapour where it cannot be aired, for the hours that shellac dries.',
  },
  {
    key: 'infant-tent',
    if: [{ fact: 'infants', is: true }, IN_THE_TENT],
    of: VAPOURS,
    gives: -3,
    says: 'Solvent in a tent beside a house with an infant or someone pregnant.',
  },
  {
    key: 'asthma-tent',
    if: [{ fact: 'asthma', is: true }, IN_THE_TENT],
    of: VAPOURS,
    gives: -3,
    says: 'Solvent in a tent beside a house where someone has asthma.',
  },
  {
    key: 'infants-gentle',
    if: [{ fact: 'infants', is: true }],
    of: { traits: ['waterborne'], without: ['shellac'] },
    gives: 2,
    says: 'Waterborne through and through: gentle in a house with an infant.',
  },
  {
    key: 'asthma-gentle',
    if: [{ fact: 'asthma', is: true }],
    of: { traits: ['waterborne'], without: ['shellac'] },
    gives: 2,
    says: 'Waterborne through and through: gentle for asthma.',
  },
  {
    key: 'hard-use',
    if: [{ fact: 'use', is: 'hard' }],
    of: { traits: ['hard'] },
    gives: 3,
    says: 'Hard enough for a kitchen that is used hard.',
  },
  {
    key: 'usual-use',
    if: [{ fact: 'use', is: 'usual' }],
    of: { traits: ['hard'] },
    gives: 2,
    says: 'A hard film that takes daily use.',
  },
  {
    key: 'hard-use-soft',
    if: [{ fact: 'use', is: ['usual', 'hard'] }],
    of: { traits: ['soft'] },
    gives: -4,
    says: 'Too soft for daily use; has to be waxed again.',
  },
  {
    key: 'wet-soft',
    if: [{ fact: 'wet', is: true }],
    of: { traits: ['soft'] },
    gives: -2,
    says: 'Water stains it at the sink.',
  },
  {
    key: 'clear-protects',
    if: [{ fact: 'use', is: 'hard' }],
    of: { traits: ['clear over paint'] },
    gives: 1,
    says: 'The clear coat takes the wear.',
  },
  // The look.
  {
    key: 'glazed',
    if: [{ fact: 'look', is: 'glazed' }],
    of: { keys: ['glaze-clear', 'kit'] },
    gives: 6,
    says: 'Has the wiped glaze that is wanted.',
  },
  {
    key: 'soft-look',
    if: [{ fact: 'look', is: 'soft' }],
    of: { traits: ['chalk'] },
    gives: 5,
    says: 'Gives the soft look that is wanted.',
  },
  {
    key: 'plain-decorative',
    if: [{ fact: 'look', is: 'plain' }],
    of: { traits: ['decorative'] },
    gives: -3,
    says: 'Takes steps that a plain colour does not want.',
  },
  // Tools, place, time.
  {
    key: 'sprayed-best',
    if: [{ fact: 'tool', is: ['spray', 'turbine'] }],
    of: { traits: ['sprayed best'] },
    gives: 1,
    says: 'Lays best from the sprayer at hand.',
  },
  {
    key: 'brushed',
    if: [BY_HAND],
    of: { traits: ['sprayed best'] },
    gives: -2,
    says: 'Shows its brush marks: better sprayed.',
  },
  {
    key: 'brush-levels',
    if: [BY_HAND],
    of: { keys: ['oil-alkyd-hybrid', 'oil-enamel', 'fast-cabinet', 'melamine'] },
    gives: 1,
    says: 'Levels well under brush and roller.',
  },
]);

/** A change of the usual coats. */
interface CoatRule {
  key: string;
  if: readonly FactTest[];
  /** what kind of product gets another coat, or one less */
  kind: ProductKind;
  face: 'both' | 'front' | 'back';
  add: 1 | -1;
  /** tools it is for; any where nothing is named */
  tools?: readonly Tool[];
  says: string;
}

export const COAT_RULES: readonly CoatRule[] = frozen([
  {
    key: 'dark-to-light',
    if: [{ fact: 'change', is: 'dark to light' }],
    kind: 'primer',
    face: 'both',
    add: 1,
    says: 'One more primer: very dark to light takes two to three (T27).',
  },
  {
    key: 'rolled-dark-to-light',
    if: [
      { fact: 'change', is: 'dark to light' },
      { fact: 'tool', is: ['roller'] },
    ],
    kind: 'primer',
    face: 'both',
    add: 1,
    says: 'And one more: a roller lays a thinner film than a brush (T27).',
  },
  {
    key: 'open-wood',
    if: [{ fact: 'findings', has: 'open-wood' }],
    kind: 'primer',
    face: 'both',
    add: 1,
    says: 'One more primer: water soaks into the worn places.',
  },
  {
    key: 'same-colour',
    if: [
      { fact: 'change', is: 'same' },
      { fact: 'hurry', is: true },
    ],
    kind: 'finish',
    face: 'back',
    add: -1,
    says: 'Backs one coat fewer: the colour hardly changes and time is short.',
  },
  {
    key: 'no-glaze',
    if: [{ fact: 'look', is: ['plain', 'soft'] }],
    kind: 'glaze',
    face: 'front',
    add: -1,
    says: 'Without the glaze: a plain colour is wanted.',
  },
  {
    key: 'hard-clear',
    if: [{ fact: 'use', is: 'hard' }],
    kind: 'clear',
    face: 'front',
    add: 1,
    says: 'One more clear on fronts: the kitchen is used hard.',
  },
]);
