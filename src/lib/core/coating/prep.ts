/** Prep steps of the shipped systems. */
import { frozen } from '../frozen';
import type { Prep } from './system';
import { DAY, memory, practice, usage } from './figures';

const prep = (
  of: Pick<Prep, 'key' | 'kind' | 'act' | 'how' | 'minutesPerPiece' | 'dry'> & Partial<Prep>,
): Prep => ({
  on: 'pieces',
  faces: 'both',
  grit: null,
  dwell: null,
  holds: null,
  for: 'all',
  whileWet: false,
  basis: {},
  ...of,
});

export const PROTECT = prep({
  key: 'protect',
  kind: 'protect',
  act: 'Protect',
  how: 'Clean the floor along the plinth so that tape holds. Paper on the floor, counters twice, appliances; a dust wall and an extracting fan.',
  on: 'kitchen',
  minutesPerPiece: memory(7),
  dry: practice(0),
});
/** On what is clean and caulked: tape holds on nothing else. */
export const MASK = prep({
  key: 'mask',
  kind: 'mask',
  act: 'Mask',
  how: 'Tape and film along walls, ceiling and worktop, over slides, hinge holes and what stays bare inside. Press the edge down.',
  on: 'kitchen',
  minutesPerPiece: memory(5),
  dry: practice(0),
});
export const CAULK = prep({
  key: 'caulk',
  kind: 'caulk',
  act: 'Caulk',
  how: 'Close crown, box to box and mitres with paintable caulk. Never a floating panel.',
  on: 'kitchen',
  minutesPerPiece: memory(4),
  dry: practice(20, 'T16: brush over after 20 min'),
});
export const UNMASK = prep({
  key: 'unmask',
  kind: 'unmask',
  act: 'Unmask',
  how: 'Score the tape’s edge once the film is dry, then pull it back on itself.',
  on: 'kitchen',
  minutesPerPiece: memory(3),
  dry: practice(0),
});
export const CLEAN = prep({
  key: 'clean',
  kind: 'clean',
  act: 'Clean',
  how: 'Degrease and scrub until a white cloth stays white, grooves and handle areas too. Rinse. Let it dry.',
  minutesPerPiece: memory(4),
  dry: practice(60, 'T05'),
});
export const SAND = prep({
  key: 'sand',
  kind: 'sand',
  act: 'Sand',
  how: 'Scuff to 180 until the gloss is gone, vacuum, then tack off.',
  grit: 180,
  basis: { grit: usage('T20: scuff 120 to 240') },
  minutesPerPiece: memory(3),
  dry: practice(0),
});
export const WIPE = prep({
  key: 'wipe',
  kind: 'wipe',
  act: 'Wipe with solvent',
  how: 'One clean cloth on, one clean cloth off. Nothing oily may be left.',
  minutesPerPiece: memory(1),
  dry: memory(15),
});
export const DUST = prep({
  key: 'dust',
  kind: 'dust',
  act: 'Dust off',
  how: 'Vacuum with a brush, grooves first, then a tack cloth or a cloth with alcohol.',
  minutesPerPiece: memory(0.7),
  dry: memory(5),
});
export const DEGLOSS = prep({
  key: 'degloss',
  kind: 'degloss',
  act: 'Degloss',
  how: 'Wipe the deglosser on, a palm of cloth at a time; wipe again with a clean cloth. Coat within one to two weeks.',
  minutesPerPiece: memory(2),
  dwell: memory(2),
  dry: practice(10, 'T04'),
  holds: practice(14 * DAY, 'T04: receptive one to two weeks'),
});
export const SLOW_DEGLOSS = prep({
  ...DEGLOSS,
  dry: practice(60, 'T04 and the kit’s own hour'),
});
export const SPRAY_DEGREASE = prep({
  key: 'clean',
  kind: 'clean',
  act: 'Spray, scrub and scrape',
  how: 'Spray deglosser on, let it sit 10 to 15 s, scrub with a pad, scrape what is soft out of the grooves, wipe dry.',
  minutesPerPiece: memory(4),
  dwell: practice(0.25, 'T19: 10 to 15 s'),
  dry: practice(10, 'T04'),
  holds: practice(14 * DAY, 'T04: receptive one to two weeks'),
});
export const PAD = prep({
  key: 'sand',
  kind: 'sand',
  act: 'Scuff with a pad',
  how: 'A medium abrasive pad over all of it until it looks dull against the light; dust off.',
  grit: 240,
  basis: { grit: usage('T20: scuff 120 to 240') },
  minutesPerPiece: memory(2),
  dry: practice(0),
});
const GRAIN = frozen({ faces: 'front', for: 'open grain' } as const);
/** What a step is called that is done on fixed work, where it names the fronts on pieces. */
export const onFixed = ({ key, act }: Prep): string => (key === 'grain' ? 'Fill the grain' : act);

/** Grain filler in its steps: spread, dry, sand, dust. */
export const FILL_GRAIN: readonly Prep[] = frozen([
  prep({
    ...GRAIN,
    key: 'grain',
    kind: 'fill',
    act: 'Fill the grain of fronts',
    how: 'Thin filler worked across the grain, then scraped off across it. Fronts and visible fixed work only.',
    minutesPerPiece: memory(4),
    dry: memory(120, 'the filler’s sheet decides'),
  }),
  prep({
    ...GRAIN,
    key: 'grain-sand',
    kind: 'sand',
    act: 'Sand the filled grain',
    how: 'With the grain, until the wood shows between the filled pores.',
    grit: 240,
    basis: { grit: usage('T20: filled grain 240') },
    minutesPerPiece: memory(2.5),
    dry: practice(0),
  }),
  prep({
    ...GRAIN,
    key: 'grain-dust',
    kind: 'dust',
    act: 'Dust the filled grain off',
    how: 'Vacuum with the grain, then a tack cloth: filler dust looks like grain under paint.',
    minutesPerPiece: memory(0.7),
    dry: practice(0),
  }),
]);
const SCRAPE = prep({
  key: 'scrape',
  kind: 'scrape',
  act: 'Scrape loose paint',
  how: 'Scrape what is loose down to a sound edge; feather it with 120, dust off.',
  grit: 120,
  basis: { grit: usage('T20: scuff 120 to 240') },
  minutesPerPiece: memory(6),
  dry: practice(0),
  for: 'loose',
});
const FILL_HOLES = prep({
  key: 'holes',
  kind: 'fill',
  act: 'Fill holes and dents',
  how: 'Tape over the hole on the front, then epoxy or polyester filler from the back, a little proud: light fillers shrink. The back stays open until it is hard.',
  minutesPerPiece: memory(2.5),
  dry: memory(30, 'the filler’s sheet decides'),
  for: 'holes',
});
const SAND_HOLES = prep({
  key: 'holes-sand',
  kind: 'sand',
  act: 'Sand the filled holes flush',
  how: 'A block, both sides, until a finger feels no edge; dust off.',
  grit: 180,
  basis: { grit: usage('T20: scuff 120 to 240') },
  minutesPerPiece: memory(1.5),
  dry: practice(0),
  for: 'holes',
});
const DEWAX = prep({
  key: 'dewax',
  kind: 'wipe',
  act: 'Take old wax off',
  how: 'Wax remover and a pad, then a clean cloth; again until water no longer beads.',
  minutesPerPiece: memory(5),
  dry: memory(60),
  for: 'old wax',
});
const RELEASE_WIPE = prep({
  key: 'release',
  kind: 'wipe',
  act: 'Wipe mould release off',
  how: 'Solvent on one clean cloth, off with another, a door at a time: factory fronts carry silicone, and it makes fisheyes.',
  minutesPerPiece: memory(2),
  dry: memory(15),
  for: 'mould release',
});
export const MASK_GLASS = prep({
  key: 'mask-glass',
  kind: 'mask',
  act: 'Mask the glass',
  how: 'Tape tight along the rebate, film over the pane; cut the corners clean.',
  minutesPerPiece: memory(6),
  dry: practice(0),
  for: 'glass',
});
export const UNMASK_GLASS = prep({
  key: 'unmask-glass',
  kind: 'unmask',
  act: 'Unmask the glass',
  how: 'Score the tape’s edge once the film is dry, pull it back on itself, clean the pane dry.',
  minutesPerPiece: memory(3),
  dry: practice(0),
  for: 'glass',
});
/** On the wall, after the first coat: light colours make every gap show. */
export const SPOT_CAULK = prep({
  key: 'spot-caulk',
  kind: 'caulk',
  act: 'Caulk the gaps that the first coat shows',
  how: 'Look along every joint with the lamp. A thin bead, tooled once. Never a floating panel.',
  on: 'kitchen',
  minutesPerPiece: memory(1.5, 'min a square metre'),
  dry: practice(20, 'T16: brush over after 20 min'),
});
/** Minutes a square metre of board. */
export const NEW_SKIN = prep({
  key: 'skin',
  kind: 'skin',
  act: 'Glue the new skins on',
  how: 'Scuff the printed board, contact adhesive on both, roll the skin down, trim it flush. From then on it is raw wood.',
  on: 'kitchen',
  minutesPerPiece: memory(35, 'min a square metre'),
  dry: memory(60, 'the adhesive’s sheet decides'),
});
/** What follows the scuffing or deglossing of pieces whose survey asks for it, in order. */
export const ASKED_PREP: readonly Prep[] = frozen([
  DEWAX,
  RELEASE_WIPE,
  SCRAPE,
  FILL_HOLES,
  SAND_HOLES,
  MASK_GLASS,
]);

/** Prep steps that can be added to a system. */
export const PREP_LIBRARY: readonly Prep[] = frozen([
  PROTECT,
  CAULK,
  MASK,
  CLEAN,
  DEGLOSS,
  SAND,
  WIPE,
  DUST,
  ...FILL_GRAIN,
  ...ASKED_PREP,
]);
