/** How figures of a product are written in a form: in the company's measures, without needless digits. */
import type { Basis } from '$core/coating/system';
import { fahrenheit, UM_PER_MIL, type Measures } from '$core/units/measures';

/** Where a figure comes from, in words: its basis, the rule of thumb it is, who typed it. */
export const sayBasis = ({ basis, note, by }: Basis): string =>
  [basis, ...(note ? [note] : []), ...(by ? [`typed by ${by}`] : [])].join(', ');

/** The mark of each basis beside a figure; common practice has none. */
export const BASIS_MARK: Record<Basis['basis'], string> = {
  'common practice': '',
  'from memory': 'm',
  'data sheet': 's',
  'learnt here': 'l',
  'our own rule': 'o',
};

const short = (n: number, digits: number): string => String(Number(n.toFixed(digits)));

/** A share from 0 to 1 in percent, to a hundredth. */
export const percent = (share: number): string => short(share * 100, 2);

/** Writers of film thickness (from µm), temperature (from °C) and temperature difference (from K), with their units. */
export const figureWriters = (measures: Measures) => {
  const us = measures === 'us';
  return {
    film: { unit: us ? 'mil' : 'µm', write: (um: number) => short(us ? um / UM_PER_MIL : um, 3) },
    warm: {
      unit: us ? '°F' : '°C',
      write: (celsius: number) => short(us ? fahrenheit(celsius) : celsius, 3),
    },
    apart: { unit: us ? '°F' : 'K', write: (kelvin: number) => short(us ? kelvin * 1.8 : kelvin, 3) },
  };
};
