/**
 * The finish systems that ship with Anthem: generic, no brands. Times in minutes at 25 °C, 50 % RH.
 * "common practice" figures carry the rule they are; product data sheets always win.
 */
import { DEFAULT_MAX_HUMIDITY } from '../air/humid-air';
import type { Figure, System } from './system';

const DAY = 1440;
const practice = (value: number, note?: string): Figure => ({ value, basis: 'common practice', note });
const memory = (value: number, note?: string): Figure => ({ value, basis: 'from memory', note });

const limits = { minC: 10, maxC: 32, maxHumidity: DEFAULT_MAX_HUMIDITY, basis: 'from memory' };

const CLEAN = {
  key: 'clean',
  act: 'Clean',
  how: 'Degrease and scrub until a white cloth stays white, grooves and handle areas too. Rinse. Let it dry.',
  minutesPerPiece: memory(4),
  dry: practice(60, 'T05'),
};
const SAND = {
  key: 'sand',
  act: 'Sand',
  how: 'Scuff to 180 until the gloss is gone, vacuum, then tack off.',
  minutesPerPiece: memory(3),
  dry: practice(0),
};
const WIPE = {
  key: 'wipe',
  act: 'Wipe with solvent',
  how: 'One clean cloth on, one clean cloth off. Nothing oily may be left.',
  minutesPerPiece: memory(1),
  dry: memory(15),
};

const RAGS =
  'Oily and solvent rags heat up by themselves: lay flat outdoors or put in a closed metal can with water.';
const VAPOUR = 'Vapours: no pilot lights or fans that spark, air the room, wear a suitable respirator.';
const SPRAY = 'Spray under high pressure injects through skin: seek care at once.';
const SHEET = 'The product’s own data sheet, local codes and licensed practice decide.';

export const SHELLAC_URETHANE: System = {
  key: 'shellac-urethane',
  version: 1,
  name: 'Shellac primer, waterborne urethane enamel',
  reason: 'Primer sands in minutes and blocks stains; the enamel is hard and gentle to live with.',
  tool: 'spray',
  products: [
    {
      key: 'shellac-primer',
      name: 'Shellac primer',
      kind: 'primer',
      base: 'solvent',
      solids: memory(0.29),
      dryFilm: memory(25),
      stages: {
        touch: memory(10),
        sand: practice(15, 'T06'),
        recoat: practice(15, 'T06'),
        flip: memory(60),
        hang: memory(DAY),
      },
      recoatBy: null,
      limits,
      mix: null,
    },
    {
      key: 'urethane-enamel',
      name: 'Waterborne urethane enamel',
      kind: 'finish',
      base: 'water',
      solids: memory(0.38),
      dryFilm: memory(38),
      stages: {
        touch: practice(30, 'T28'),
        sand: practice(240, 'T09'),
        recoat: practice(240, 'T09'),
        flip: practice(720, 'T09: a night before the flip'),
        hang: practice(2 * DAY, 'T09'),
        handles: practice(14 * DAY, 'T09'),
        'wet-clean': memory(14 * DAY),
        cured: practice(21 * DAY, 'T09'),
      },
      recoatBy: null,
      limits,
      mix: null,
    },
  ],
  prep: [CLEAN, SAND],
  layers: [
    { product: 'shellac-primer', coats: { back: 1, front: 1 }, sandFirst: null, sandBetween: 320 },
    { product: 'urethane-enamel', coats: { back: 2, front: 2 }, sandFirst: 320, sandBetween: 320 },
  ],
  cautions: ['No shellac from spray cans indoors.', VAPOUR, RAGS, SHEET],
};

export const SPRAY_PRO: System = {
  key: 'spray-pro',
  version: 1,
  name: 'Oil adhesion primer, sprayed enamel',
  reason: 'The oil primer grips old varnish overnight; two enamel coats can follow on one day.',
  tool: 'spray',
  products: [
    {
      key: 'oil-primer',
      name: 'Oil adhesion primer',
      kind: 'primer',
      base: 'solvent',
      solids: memory(0.45),
      dryFilm: memory(38),
      stages: {
        touch: memory(120),
        sand: practice(720, 'overnight'),
        recoat: practice(720, 'overnight'),
        flip: practice(720, 'overnight'),
        hang: memory(2 * DAY),
      },
      recoatBy: null,
      limits,
      mix: null,
    },
    {
      key: 'enamel',
      name: 'Cabinet enamel',
      kind: 'finish',
      base: 'water',
      solids: memory(0.38),
      dryFilm: memory(38),
      stages: {
        touch: practice(30, 'T28'),
        sand: practice(240, 'T07'),
        recoat: practice(240, 'T07'),
        flip: practice(720, 'overnight'),
        hang: practice(4 * DAY, 'T10'),
        handles: memory(14 * DAY),
        'wet-clean': memory(14 * DAY),
        cured: practice(30 * DAY, 'T10'),
      },
      recoatBy: null,
      limits,
      mix: null,
    },
  ],
  prep: [CLEAN, SAND],
  layers: [
    { product: 'oil-primer', coats: { back: 1, front: 1 }, sandFirst: null, sandBetween: 240 },
    { product: 'enamel', coats: { back: 2, front: 2 }, sandFirst: 240, sandBetween: null },
  ],
  cautions: [VAPOUR, RAGS, SPRAY, SHEET],
};

export const TWO_PACK: System = {
  key: 'two-pack',
  version: 1,
  name: 'Two-pack enamel',
  reason: 'The hardest film and the shortest cure; needs licensed practice and air supplied to the painter.',
  tool: 'spray',
  products: [
    {
      key: '2k-enamel',
      name: '2K enamel',
      kind: 'finish',
      base: 'two-pack',
      solids: memory(0.5),
      dryFilm: memory(50),
      stages: {
        touch: memory(60),
        sand: practice(DAY, 'T12'),
        recoat: practice(DAY, 'T12'),
        flip: practice(DAY, 'T12: dry the next day'),
        hang: practice(DAY, 'T12'),
        handles: memory(3 * DAY),
        'wet-clean': practice(7 * DAY, 'T12'),
        cured: practice(7 * DAY, 'T12'),
      },
      recoatBy: null,
      limits: { ...limits, minC: 15 },
      mix: {
        a: 7,
        b: 1,
        thinner: 0.1,
        thinnerOf: 'A+B',
        induction: practice(20, 'T12: 15 to 20 min'),
        potLife: memory(240),
      },
    },
  ],
  prep: [CLEAN, SAND, WIPE],
  layers: [{ product: '2k-enamel', coats: { back: 2, front: 2 }, sandFirst: null, sandBetween: 240 }],
  cautions: ['Isocyanates: supplied-air practice and licensed use only.', VAPOUR, SPRAY, SHEET],
};

export const SYSTEMS: readonly System[] = [SHELLAC_URETHANE, SPRAY_PRO, TWO_PACK];
