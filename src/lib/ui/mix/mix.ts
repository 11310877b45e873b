/** What the mixing page is about: products that can be mixed, lots that are next, and the unit of volume. */
import { ML_PER_FL_OZ, type Measures } from '$core/units/measures';
import type { MixPage } from '$core/bench/pages/mix';

type Mixing = MixPage;
export type MixProduct = Mixing['products'][number];
export type ComingLot = Mixing['coming'][number];

export interface VolumeUnit {
  name: string;
  /** mL in one */
  ml: number;
}

export const volumeUnit = (measures: Measures): VolumeUnit =>
  measures === 'us' ? { name: 'fl oz', ml: ML_PER_FL_OZ } : { name: 'mL', ml: 1 };

/** mL in a unit, to a tenth below a hundred. */
export const sayVolume = (ml: number, unit: VolumeUnit): string => {
  const n = ml / unit.ml;
  return n.toFixed(n < 100 ? 1 : 0);
};

/** The thinner a product is mixed with, in %, to a tenth. */
export const startThinner = (product: { mix: { thinner: number } | null } | undefined): string =>
  String(Math.round((product?.mix?.thinner ?? 0) * 1000) / 10);
