/** Colour difference of two readings: CIEDE2000. Source: Sharma, Wu & Dalal (2005), Color Res. Appl. 30:21, by the library culori. */
import { differenceCiede2000, modeLab65, useMode } from 'culori/fn';

/** L* from 0 to 100, a* and b* as read. */
interface Lab {
  l: number;
  a: number;
  b: number;
}

useMode(modeLab65);
const difference = differenceCiede2000();

/** @returns ΔE00, 0 for the same colour */
export const colourDifference = (one: Lab, other: Lab): number =>
  difference({ mode: 'lab65', ...one }, { mode: 'lab65', ...other });
