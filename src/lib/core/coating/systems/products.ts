/** The generic products of the shipped systems. "T" names a rule of thumb: common practice, no source. */
import { frozen } from '../../frozen';
import type { Product } from '../system';
import { DAY, HOUR, memory, NIGHT, practice, product, recalled, usage, USUAL_LIMITS } from '../figures';

export const SHELLAC_PRIMER: Product = product({
  key: 'shellac-primer',
  name: 'Shellac primer',
  kind: 'primer',
  base: 'alcohol',
  solids: 0.29,
  dryFilm: 25,
  thinUpTo: memory(0.1),
  recoatBy: memory(7 * DAY, 'without abrading'),
  stages: {
    touch: memory(10),
    sand: practice(15, 'T06'),
    recoat: practice(15, 'T06'),
    flip: memory(60),
    handle: memory(60),
    hang: memory(DAY),
  },
});

export const URETHANE_ENAMEL: Product = product({
  key: 'urethane-enamel',
  name: 'Waterborne urethane enamel',
  kind: 'finish',
  base: 'water',
  solids: 0.38,
  dryFilm: 38,
  thinUpTo: memory(0.05),
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: practice(240, 'T09'),
    recoat: practice(240, 'T09'),
    flip: practice(NIGHT, 'T09: a night before the flip'),
    handle: memory(NIGHT),
    hang: practice(2 * DAY, 'T09'),
    handles: practice(14 * DAY, 'T09'),
    'wet-clean': memory(14 * DAY),
    cured: practice(21 * DAY, 'T09'),
  },
});

export const OIL_PRIMER: Product = product({
  key: 'oil-primer',
  name: 'Oil adhesion primer',
  kind: 'primer',
  base: 'solvent',
  solids: 0.45,
  dryFilm: 38,
  thinUpTo: memory(0.1),
  recoatBy: memory(7 * DAY, 'without abrading'),
  stages: {
    touch: memory(120),
    sand: practice(NIGHT, 'overnight'),
    recoat: practice(NIGHT, 'overnight'),
    flip: practice(NIGHT, 'overnight'),
    handle: memory(NIGHT),
    hang: memory(2 * DAY),
  },
});

/** In two coats: a day each. */
export const OIL_PRIMER_SLOW: Product = frozen({
  ...OIL_PRIMER,
  key: 'oil-primer-slow',
  name: 'Oil primer',
  stages: { ...OIL_PRIMER.stages, sand: memory(DAY), recoat: memory(DAY), flip: memory(DAY) },
});

export const WATERBORNE_ALKYD: Product = product({
  key: 'waterborne-alkyd',
  name: 'Waterborne alkyd enamel',
  kind: 'finish',
  base: 'water',
  solids: 0.4,
  dryFilm: 38,
  thinUpTo: memory(0.05),
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(60, 'T28, slower'),
    sand: practice(16 * HOUR, 'T08'),
    recoat: practice(16 * HOUR, 'T08'),
    flip: practice(16 * HOUR, 'T08'),
    handle: memory(16 * HOUR),
    hang: memory(3 * DAY),
    handles: memory(14 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(30 * DAY),
  },
});

export const ACRYLIC_PRIMER: Product = product({
  key: 'acrylic-primer',
  name: 'Acrylic primer',
  kind: 'primer',
  base: 'water',
  solids: 0.36,
  dryFilm: 35,
  thinUpTo: memory(0.1),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(120),
    recoat: memory(120),
    flip: memory(240),
    handle: memory(240),
    hang: memory(DAY),
  },
});

export const BONDING_PRIMER: Product = product({
  key: 'bonding-primer',
  name: 'Waterborne bonding primer',
  kind: 'primer',
  base: 'water',
  solids: 0.38,
  dryFilm: 35,
  thinUpTo: memory(0.05),
  recoatBy: memory(30 * DAY, 'without abrading'),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(180),
    recoat: practice(180, 'T07'),
    flip: memory(NIGHT),
    handle: memory(240),
    hang: memory(DAY),
  },
});

export const OIL_ENAMEL: Product = product({
  key: 'oil-enamel',
  name: 'Oil enamel',
  kind: 'finish',
  base: 'solvent',
  solids: 0.5,
  dryFilm: 40,
  thinUpTo: memory(0.1),
  recoatBy: memory(3 * DAY, 'without abrading'),
  stages: {
    touch: memory(6 * HOUR),
    sand: practice(DAY, 'recoat 24 h'),
    recoat: practice(DAY, 'recoat 24 h'),
    flip: practice(DAY, 'recoat 24 h'),
    handle: memory(DAY),
    hang: memory(3 * DAY),
    handles: memory(10 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(30 * DAY),
  },
});

export const CABINET_ENAMEL: Product = product({
  key: 'enamel',
  name: 'Cabinet enamel',
  kind: 'finish',
  base: 'water',
  solids: 0.38,
  dryFilm: 38,
  thinUpTo: memory(0.1),
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: practice(240, 'T07'),
    recoat: practice(240, 'T07'),
    flip: practice(NIGHT, 'overnight'),
    handle: memory(NIGHT),
    hang: practice(4 * DAY, 'T10'),
    handles: memory(14 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: practice(30 * DAY, 'T10'),
  },
});

export const MINERAL_PAINT: Product = product({
  key: 'mineral-paint',
  name: 'Chalk-mineral paint',
  kind: 'finish',
  base: 'water',
  solids: 0.42,
  dryFilm: 40,
  stages: {
    touch: practice(20, 'T28'),
    sand: memory(60),
    recoat: memory(60),
    flip: memory(120),
    handle: memory(120),
    hang: practice(4 * DAY, 'T10'),
    handles: memory(7 * DAY),
    cured: practice(30 * DAY, 'T10'),
  },
});

export const WATER_CLEAR: Product = product({
  key: 'water-clear',
  name: 'Waterborne clear coat',
  kind: 'clear',
  base: 'water',
  solids: 0.3,
  dryFilm: 25,
  thinUpTo: memory(0.05),
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(120),
    recoat: memory(120),
    flip: memory(240),
    handle: memory(NIGHT),
    hang: practice(4 * DAY, 'T10: 4 days at least, 7 usual'),
    handles: memory(7 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: practice(30 * DAY, 'T10'),
  },
});

/** Bond coat, paint and topcoat in one: no other primer carries it. */
export const SELF_PRIMING: Product = product({
  key: 'self-priming',
  name: 'Self-priming paint',
  kind: 'finish',
  base: 'water',
  solids: 0.4,
  dryFilm: 40,
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: practice(120, 'T07'),
    recoat: practice(120, 'T07'),
    flip: memory(240),
    handle: memory(240),
    hang: practice(DAY, 'hang 24 h'),
    handles: memory(7 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: practice(29 * DAY, 'T11'),
  },
});
export const SEALER: Product = product({
  key: 'sealer',
  name: 'Sealer',
  kind: 'clear',
  base: 'water',
  solids: 0.3,
  dryFilm: 25,
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(240),
    recoat: memory(240),
    flip: memory(240),
    handle: memory(NIGHT),
    hang: practice(DAY, 'hang 24 h'),
    handles: practice(7 * DAY, 'T11: bonded'),
    'wet-clean': memory(14 * DAY),
    cured: practice(29 * DAY, 'T11'),
  },
});

export const FAST_PAINT: Product = product({
  key: 'fast-paint',
  name: 'Quick self-priming paint',
  kind: 'finish',
  base: 'water',
  solids: 0.4,
  dryFilm: 38,
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(15, 'T28'),
    sand: practice(38, 'T07: 30 to 45 min'),
    recoat: practice(38, 'T07: 30 to 45 min'),
    flip: memory(120),
    handle: memory(120),
    hang: memory(NIGHT),
    handles: memory(7 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(30 * DAY),
  },
});

export const BOND_COAT: Product = product({
  key: 'bond-coat',
  name: 'Bond coat',
  kind: 'finish',
  base: 'water',
  solids: 0.35,
  dryFilm: 32,
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: practice(180, 'T07'),
    recoat: practice(180, 'T07'),
    flip: memory(180),
    handle: memory(180),
    hang: memory(DAY),
    handles: memory(7 * DAY),
    cured: memory(21 * DAY),
  },
});

export const KIT_GLAZE: Product = product({
  key: 'kit-glaze',
  name: 'Glaze',
  kind: 'glaze',
  base: 'water',
  solids: 0.2,
  dryFilm: 6,
  stages: {
    touch: memory(60),
    sand: memory(8 * HOUR),
    recoat: practice(8 * HOUR, 'T13'),
    flip: memory(8 * HOUR),
    handle: memory(8 * HOUR),
    hang: memory(DAY),
  },
});

export const KIT_CLEAR: Product = product({
  key: 'kit-clear',
  name: 'Kit clear coat',
  kind: 'clear',
  base: 'water',
  solids: 0.3,
  dryFilm: 25,
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(240),
    recoat: memory(240),
    flip: practice(120, 'T13'),
    handle: practice(NIGHT, 'T13: 12 h untouched'),
    hang: memory(DAY),
    handles: memory(7 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(21 * DAY),
  },
});

export const TWO_PACK_ENAMEL: Product = product({
  key: '2k-enamel',
  name: '2K enamel',
  kind: 'finish',
  base: 'two-pack',
  solids: 0.5,
  dryFilm: 50,
  recoatBy: memory(3 * DAY, 'without abrading: it cross-links'),
  stages: {
    touch: memory(60),
    sand: practice(DAY, 'T12'),
    recoat: practice(DAY, 'T12'),
    flip: practice(DAY, 'T12: dry the next day'),
    handle: practice(DAY, 'T12'),
    hang: practice(DAY, 'T12'),
    handles: memory(3 * DAY),
    'wet-clean': practice(7 * DAY, 'T12'),
    cured: practice(7 * DAY, 'T12'),
  },
  limits: { ...USUAL_LIMITS, minC: 15 },
  mix: {
    a: 7,
    b: 1,
    thinner: 0.1,
    thinnerOf: 'A+B',
    by: 'volume',
    densities: { a: 1.3, b: 1.05, thinner: 0.87 },
    induction: practice(20, 'T12: 15 to 20 min'),
    potLife: memory(240),
    basis: { parts: usage('T12: 7 to 1'), thinner: usage('T12: 10 to 15 %'), densities: recalled },
  },
});

export const SURFACE_SEALER: Product = product({
  key: 'surface-sealer',
  name: 'Surface sealer',
  kind: 'primer',
  base: 'water',
  solids: 0.32,
  dryFilm: 25,
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: memory(30),
    recoat: memory(120),
    flip: memory(240),
    handle: memory(240),
    hang: memory(DAY),
  },
});

export const SLICK_ENAMEL: Product = product({
  key: 'slick-enamel',
  name: 'Waterborne enamel',
  kind: 'finish',
  base: 'water',
  solids: 0.38,
  dryFilm: 38,
  thinUpTo: memory(0.05),
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(120),
    recoat: memory(120),
    flip: memory(NIGHT),
    handle: memory(NIGHT),
    hang: memory(2 * DAY),
    handles: memory(14 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(30 * DAY),
  },
});

export const CHALK_PAINT: Product = product({
  key: 'chalk-paint',
  name: 'Chalk paint',
  kind: 'finish',
  base: 'water',
  solids: 0.42,
  dryFilm: 45,
  stages: {
    touch: practice(20, 'T28'),
    sand: memory(120),
    recoat: memory(120),
    flip: memory(180),
    handle: memory(180),
    hang: practice(DAY, 'hang 24 h'),
  },
});

export const SOFT_WAX: Product = product({
  key: 'soft-wax',
  name: 'Soft wax',
  kind: 'wax',
  base: 'wax',
  solids: 0.35,
  dryFilm: 8,
  stages: {
    touch: memory(30),
    recoat: practice(DAY, 'T15'),
    flip: memory(120),
    handle: memory(120),
    hang: practice(DAY, '24 h after the last wax'),
    handles: memory(7 * DAY),
    'wet-clean': memory(30 * DAY),
    cured: practice(30 * DAY, 'section 4: cured 30 d'),
  },
});

export const LIMING_WAX: Product = frozen({
  ...SOFT_WAX,
  key: 'liming-wax',
  name: 'Liming wax, thinned',
  thinUpTo: memory(0.3),
});

export const ENAMEL_UNDER_GLAZE: Product = frozen({
  ...URETHANE_ENAMEL,
  key: 'glazed-enamel',
  name: 'Enamel under glaze',
});

export const WIPING_GLAZE: Product = frozen({
  ...KIT_GLAZE,
  key: 'glaze',
  name: 'Wiping glaze',
  solids: memory(0.25),
});

export const CLEAR_POLYURETHANE: Product = product({
  key: 'clear-polyurethane',
  name: 'Clear polyurethane',
  kind: 'clear',
  base: 'water',
  solids: 0.32,
  dryFilm: 28,
  thinUpTo: memory(0.05),
  recoatBy: memory(7 * DAY, 'without abrading; then the film is too hard to key'),
  stages: {
    touch: practice(30, 'T28'),
    sand: memory(240),
    recoat: memory(240),
    flip: memory(NIGHT),
    handle: memory(NIGHT),
    hang: practice(2 * DAY, 'section 4: hang 2 d'),
    handles: memory(10 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(30 * DAY),
  },
});

export const TRIM_PAINT: Product = frozen({
  ...CABINET_ENAMEL,
  key: 'trim-paint',
  name: 'Cabinet paint',
});

export const CLEAR_LACQUER: Product = product({
  key: 'clear-lacquer',
  name: 'Clear lacquer',
  kind: 'clear',
  base: 'lacquer',
  solids: 0.24,
  dryFilm: 25,
  thinUpTo: memory(0.25),
  stages: {
    touch: memory(15),
    sand: practice(90, 'T14'),
    recoat: practice(90, 'T14'),
    flip: memory(240),
    handle: memory(240),
    hang: practice(2 * DAY, 'T14: two days before rubbing out'),
    handles: memory(7 * DAY),
    'wet-clean': memory(14 * DAY),
    cured: memory(21 * DAY),
  },
  limits: { ...USUAL_LIMITS, maxHumidity: 0.65 },
});
