/** Prep steps of the shipped systems. */
import type { Prep } from '../system';
import { memory, practice } from './figures';

const prep = (of: Omit<Prep, 'on' | 'faces' | 'grit' | 'dwell'> & Partial<Prep>): Prep => ({
  on: 'pieces',
  faces: 'both',
  grit: null,
  dwell: null,
  ...of,
});

export const PROTECT = prep({
  key: 'protect',
  kind: 'protect',
  act: 'Protect',
  how: 'Clean the floor along the plinth so that tape holds. Paper on the floor, counters twice, appliances, walls; a dust wall and an extracting fan.',
  on: 'kitchen',
  minutesPerPiece: memory(12),
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
});
export const PAD = prep({
  key: 'sand',
  kind: 'sand',
  act: 'Scuff with a pad',
  how: 'Grey abrasive pad over all of it until it looks dull against the light; dust off.',
  grit: 400,
  minutesPerPiece: memory(2),
  dry: practice(0),
});
export const FILL_GRAIN = prep({
  key: 'grain',
  kind: 'fill',
  act: 'Fill the grain of fronts',
  how: 'Thin filler across the grain, scrape off, let dry, sand with 240. Fronts only.',
  faces: 'front',
  grit: 240,
  minutesPerPiece: memory(7),
  dry: memory(120),
});

/** Prep steps that can be added to a system. */
export const PREP_LIBRARY: readonly Prep[] = [PROTECT, CAULK, CLEAN, DEGLOSS, SAND, WIPE, DUST, FILL_GRAIN];
