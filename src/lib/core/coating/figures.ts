/** Figures of the shipped systems, each with its basis. Times in minutes at 25 °C, 50 % RH. */
import { frozen } from '../frozen';
import { DEFAULT_MAX_HUMIDITY, DEW_POINT_MARGIN_K } from '../air/humid-air';
import type { Basis, Figure, Product, Stage } from './system';

export const HOUR = 60;
export const DAY = 1440;
/** "Overnight", min. */
export const NIGHT = 12 * HOUR;

/** A figure many painters use; the note names the rule of thumb it is. */
export const practice = (value: number, note?: string): Figure => ({
  value,
  basis: 'common practice',
  ...(note ? { note } : {}),
});
/** A figure that no one here could look up. */
export const memory = (value: number, note?: string): Figure => ({
  value,
  basis: 'from memory',
  ...(note ? { note } : {}),
});

/** The basis of a number that many painters use, and of one from memory. */
export const usage = (note?: string): Basis => ({ basis: 'common practice', ...(note ? { note } : {}) });
export const recalled: Basis = { basis: 'from memory' };

export const USUAL_LIMITS: Product['limits'] = frozen({
  minC: 10,
  maxC: 32,
  maxHumidity: DEFAULT_MAX_HUMIDITY,
  dewMarginK: DEW_POINT_MARGIN_K,
  basis: 'from memory',
});

/** What most products share; each names what is different. */
export const product = (
  of: Pick<Product, 'key' | 'name' | 'kind' | 'base'> & {
    solids: number;
    dryFilm: number;
    stages: Partial<Record<Stage, Figure>>;
  } & Partial<Pick<Product, 'limits' | 'mix' | 'recoatBy' | 'thinUpTo' | 'density'>>,
): Product => ({
  density: memory(1.2),
  recoatBy: null,
  limits: USUAL_LIMITS,
  thinUpTo: null,
  mix: null,
  ...of,
  solids: memory(of.solids),
  dryFilm: memory(of.dryFilm),
});
