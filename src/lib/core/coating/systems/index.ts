/**
 * The finish systems that ship with Anthem: generic, no brands. Every figure is common practice (with the rule of thumb
 * it is) or from memory; product data sheets always win.
 */
import { frozen } from '../../frozen';
import type { Layer, System } from '../system';
import { DAY, memory, NIGHT, practice, usage } from '../figures';
import {
  ASKED_PREP,
  CAULK,
  CLEAN,
  DEGLOSS,
  DUST,
  MASK_GLASS,
  MASK,
  PROTECT,
  SAND,
  SLOW_DEGLOSS,
  SPRAY_DEGREASE,
  UNMASK,
  UNMASK_GLASS,
  WIPE,
} from '../prep';
import {
  ACRYLIC_PRIMER,
  BOND_COAT,
  BONDING_PRIMER,
  CABINET_ENAMEL,
  CHALK_PAINT,
  CLEAR_LACQUER,
  CLEAR_POLYURETHANE,
  ENAMEL_UNDER_GLAZE,
  FAST_PAINT,
  KIT_CLEAR,
  KIT_GLAZE,
  LIMING_WAX,
  MINERAL_PAINT,
  OIL_ENAMEL,
  WIPING_GLAZE,
  OIL_PRIMER,
  OIL_PRIMER_SLOW,
  SEALER,
  SELF_PRIMING,
  SHELLAC_PRIMER,
  SLICK_ENAMEL,
  SOFT_WAX,
  SURFACE_SEALER,
  TRIM_PAINT,
  TWO_PACK_ENAMEL,
  URETHANE_ENAMEL,
  WATER_CLEAR,
  WATERBORNE_ALKYD,
} from './products';

/** Of grits that a system’s own row does not name. */
const GRIT = 'T20';

const both = (coats: number): Layer['coats'] => ({ back: coats, front: coats });
const layer = (
  product: { key: string },
  coats: Layer['coats'],
  sandFirst: number | null,
  sandBetween: number | null,
  more: Partial<Layer> = {},
): Layer => ({
  product: product.key,
  coats,
  sandFirst,
  sandBetween,
  waitFirst: null,
  then: null,
  full: null,
  added: false,
  ...more,
  basis: {
    coats: usage('section 4'),
    ...(sandFirst ? { sandFirst: usage(GRIT) } : {}),
    ...(sandBetween ? { sandBetween: usage(GRIT) } : {}),
    ...more.basis,
  },
});

const WIPE_BACK = frozen({
  key: 'wipe-back',
  act: 'Wipe back',
  how: 'With the grain, a clean cloth, leaving it in grooves and corners. Hold every door against the sample.',
  wait: memory(5),
  most: memory(15, 'before it drags; the sheet names its open time'),
  minutesPerFace: memory(1.5),
});
/** Of chalk paint under wax: the night is its second coat’s. */
const OVERNIGHT = practice(NIGHT, 'the second coat dries overnight');
const BUFF = frozen({
  key: 'buff',
  act: 'Buff',
  how: 'Soft cloth or pad until it no longer drags: a tacky wax is not buffed enough.',
  wait: practice(12, '10 to 15 min'),
  most: memory(30, 'before it is hard to buff'),
  minutesPerFace: memory(1),
});

/** What the survey asks for comes between cleaning and breaking the gloss; glass is masked last. */
const system = ({
  prep: [clean, ...rest],
  ...of
}: Omit<System, 'version' | 'close' | 'cautions'>): System => ({
  version: 5,
  ...of,
  prep: [
    PROTECT,
    CAULK,
    MASK,
    ...(clean ? [clean] : []),
    ...ASKED_PREP.filter((p) => p.kind !== 'mask'),
    ...rest,
    MASK_GLASS,
  ],
  close: [UNMASK, UNMASK_GLASS],
  cautions: [],
});

export const SHELLAC_URETHANE = system({
  key: 'shellac-urethane',
  name: 'Shellac primer, waterborne urethane enamel',
  reason: 'Primer sands in minutes and blocks stains; the enamel is hard and gentle to live with.',
  tool: 'spray',
  traits: ['shellac', 'waterborne', 'blocks stains', 'needs abrading', 'quick', 'hard'],
  products: [SHELLAC_PRIMER, URETHANE_ENAMEL],
  prep: [CLEAN, SAND],
  layers: [layer(SHELLAC_PRIMER, both(1), null, 240), layer(URETHANE_ENAMEL, both(2), 240, 320)],
});

export const OIL_ALKYD_HYBRID = system({
  key: 'oil-alkyd-hybrid',
  name: 'Oil primer, waterborne alkyd',
  reason: 'Two coats of oil primer level open grain and block stains; the alkyd flows out like oil paint.',
  tool: 'brush-roller',
  traits: ['solvent-borne', 'blocks stains', 'needs abrading', 'slow', 'hard'],
  products: [OIL_PRIMER_SLOW, WATERBORNE_ALKYD],
  prep: [CLEAN, SAND],
  layers: [layer(OIL_PRIMER_SLOW, both(2), null, 240), layer(WATERBORNE_ALKYD, both(2), 240, 400)],
});

const OIL_ENAMEL_SYSTEM = system({
  key: 'oil-enamel',
  name: 'Shellac, acrylic primer, oil enamel',
  reason: 'Shellac seals, acrylic fills, oil enamel levels under the brush; smells for days.',
  tool: 'brush',
  traits: ['shellac', 'solvent-borne', 'blocks stains', 'needs abrading', 'slow', 'hard'],
  products: [SHELLAC_PRIMER, ACRYLIC_PRIMER, OIL_ENAMEL],
  prep: [CLEAN, SAND],
  layers: [
    layer(SHELLAC_PRIMER, both(1), null, 240),
    layer(ACRYLIC_PRIMER, both(1), null, 240, {
      waitFirst: practice(105, 'T06: 1½ to 2 h before another primer'),
    }),
    layer(OIL_ENAMEL, { back: 1, front: 2 }, 240, 320, {
      waitFirst: practice(DAY, '24 to 48 h on acrylic primer'),
    }),
  ],
});

export const SPRAY_PRO = system({
  key: 'spray-pro',
  name: 'Oil adhesion primer, sprayed enamel',
  reason: 'The oil primer grips old varnish overnight; two enamel coats can follow on one day.',
  tool: 'spray',
  traits: ['solvent-borne', 'blocks stains', 'needs abrading', 'sprayed best', 'hard'],
  products: [OIL_PRIMER, CABINET_ENAMEL],
  prep: [CLEAN, SAND],
  layers: [layer(OIL_PRIMER, both(1), null, 240), layer(CABINET_ENAMEL, both(2), 240, null)],
});

const MINERAL_CLEAR = system({
  key: 'mineral-clear',
  name: 'Chalk-mineral paint, waterborne clear',
  reason: 'Little smell and four coats in a day or two; the clear carries the wear.',
  tool: 'brush-roller',
  traits: ['waterborne', 'chalk', 'clear over paint', 'quick'],
  products: [MINERAL_PAINT, WATER_CLEAR],
  prep: [CLEAN, SAND],
  layers: [layer(MINERAL_PAINT, both(2), null, 320), layer(WATER_CLEAR, both(2), null, 320)],
});

export const ALL_IN_ONE = system({
  key: 'all-in-one',
  name: 'Deglosser, self-priming paint, sealer',
  reason: 'No sanding and no smell: the paint carries its own bond.',
  tool: 'brush-roller',
  traits: ['waterborne', 'self-priming', 'clear over paint', 'quick'],
  products: [SELF_PRIMING, SEALER],
  prep: [CLEAN, DEGLOSS],
  layers: [
    layer(SELF_PRIMING, both(2), null, null),
    // The sealer waits a day for the paint under it; the paint’s own second coat does not.
    layer(SEALER, both(1), null, null, { waitFirst: practice(DAY, 'T11') }),
  ],
});

export const FAST_CABINET = system({
  key: 'fast-cabinet',
  name: 'Quick self-priming cabinet paint',
  reason: 'Two coats within an hour and a half: with six doors on the bench nobody waits.',
  tool: 'brush-roller',
  traits: ['waterborne', 'self-priming', 'quick'],
  products: [FAST_PAINT],
  prep: [SPRAY_DEGREASE],
  layers: [
    layer(FAST_PAINT, both(2), null, 320, {
      full: { first: practice(1, 'T31'), later: memory(1.15, 'T31: laid fuller on faces, light on edges') },
      how: 'From the second coat on: fuller on faces, light on edges, no bead along the lower edge.',
    }),
  ],
});

export const KIT = system({
  key: 'kit',
  name: 'Kit: deglosser, bond coat, glaze, clear',
  reason: 'Everything in one box, with a wiped glaze where it is wanted.',
  tool: 'brush',
  traits: ['waterborne', 'self-priming', 'decorative', 'clear over paint'],
  products: [BOND_COAT, KIT_GLAZE, KIT_CLEAR],
  prep: [CLEAN, SLOW_DEGLOSS],
  layers: [
    layer(BOND_COAT, both(2), null, null),
    layer(KIT_GLAZE, { back: 0, front: 1 }, null, null, { tool: 'rag', then: WIPE_BACK }),
    layer(KIT_CLEAR, both(1), null, null),
  ],
});

export const TWO_PACK = system({
  key: 'two-pack',
  name: 'Two-pack enamel',
  reason: 'The hardest film and the shortest cure; needs licensed practice and air supplied to the painter.',
  tool: 'spray',
  traits: ['two-pack', 'solvent-borne', 'needs abrading', 'sprayed best', 'hard', 'quick'],
  products: [TWO_PACK_ENAMEL],
  prep: [CLEAN, SAND, WIPE],
  layers: [layer(TWO_PACK_ENAMEL, both(2), null, 240)],
});

export const MELAMINE = system({
  key: 'melamine',
  name: 'Surface sealer, waterborne enamel',
  reason: 'The sealer’s texture is the key on a slick skin: it is not sanded.',
  tool: 'brush-roller',
  traits: ['waterborne', 'bonds to slick'],
  products: [SURFACE_SEALER, SLICK_ENAMEL],
  prep: [CLEAN],
  layers: [layer(SURFACE_SEALER, both(1), null, null), layer(SLICK_ENAMEL, both(2), null, 320)],
});

export const CHALK_WAX = system({
  key: 'chalk-wax',
  name: 'Chalk paint and wax',
  reason: 'A soft hand-made look with no sanding before; the wax needs care and renewing.',
  tool: 'brush',
  traits: ['waterborne', 'chalk', 'wax', 'soft', 'decorative', 'slow'],
  products: [CHALK_PAINT, SOFT_WAX],
  prep: [CLEAN, DUST],
  layers: [
    layer(CHALK_PAINT, { back: 2, front: 2 }, null, null),
    layer(SOFT_WAX, { back: 1, front: 2 }, null, null, {
      tool: 'rag',
      then: BUFF,
      waitFirst: OVERNIGHT,
    }),
  ],
});

const LIMED = system({
  key: 'limed',
  name: 'Limed: crossed chalk paint, two waxes',
  reason: 'Crossed brush strokes under a thinned liming wax: an old, dry look.',
  tool: 'brush',
  traits: ['waterborne', 'chalk', 'wax', 'soft', 'decorative', 'slow'],
  products: [CHALK_PAINT, LIMING_WAX, SOFT_WAX],
  prep: [CLEAN, DUST],
  layers: [
    layer(CHALK_PAINT, both(2), null, null, {
      how: 'Short strokes that cross: the first coat one way, the second across it. Leave the strokes to be seen.',
    }),
    layer(LIMING_WAX, { back: 0, front: 1 }, null, null, { tool: 'rag', then: BUFF, waitFirst: OVERNIGHT }),
    layer(SOFT_WAX, both(1), null, null, { tool: 'rag', then: BUFF, waitFirst: OVERNIGHT }),
  ],
});

export const GLAZE_CLEAR = system({
  key: 'glaze-clear',
  name: 'Bonding primer, enamel, wiped glaze, clear',
  reason: 'A glaze in the grooves under hard clear polyurethane; made door by door against a sample.',
  tool: 'brush-roller',
  traits: ['waterborne', 'needs abrading', 'decorative', 'clear over paint', 'slow'],
  products: [BONDING_PRIMER, ENAMEL_UNDER_GLAZE, WIPING_GLAZE, CLEAR_POLYURETHANE],
  prep: [CLEAN, SAND],
  layers: [
    layer(BONDING_PRIMER, both(1), null, 320),
    layer(ENAMEL_UNDER_GLAZE, { back: 1, front: 2 }, 320, 320),
    layer(WIPING_GLAZE, { back: 0, front: 1 }, null, null, { tool: 'rag', then: WIPE_BACK }),
    layer(CLEAR_POLYURETHANE, both(1), null, 320),
  ],
});

export const PAINT_LACQUER = system({
  key: 'paint-lacquer',
  name: 'Acrylic primer, paint, clear lacquer',
  reason: 'Lacquer coats an hour and a half apart, and can be rubbed out to any sheen.',
  tool: 'spray',
  traits: ['lacquer', 'solvent-borne', 'needs abrading', 'sprayed best', 'clear over paint', 'hard'],
  products: [ACRYLIC_PRIMER, TRIM_PAINT, CLEAR_LACQUER],
  prep: [CLEAN, SAND],
  layers: [
    layer(ACRYLIC_PRIMER, both(1), null, 320),
    layer(TRIM_PAINT, both(2), 220, 320),
    layer(CLEAR_LACQUER, { back: 1, front: 2 }, 320, 320),
  ],
});

export const SYSTEMS: readonly System[] = frozen([
  SHELLAC_URETHANE,
  OIL_ALKYD_HYBRID,
  OIL_ENAMEL_SYSTEM,
  SPRAY_PRO,
  MINERAL_CLEAR,
  ALL_IN_ONE,
  FAST_CABINET,
  KIT,
  TWO_PACK,
  MELAMINE,
  CHALK_WAX,
  LIMED,
  GLAZE_CLEAR,
  PAINT_LACQUER,
]);
