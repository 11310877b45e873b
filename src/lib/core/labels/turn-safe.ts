/** Codes that read as another code when the piece is turned upside down. */
import { frozen } from '../frozen';

/** What a digit or capital reads as upside down. */
const TURNED: Record<string, string> = frozen({
  '0': '0',
  '1': '1',
  '6': '9',
  '8': '8',
  '9': '6',
  H: 'H',
  I: 'I',
  M: 'W',
  N: 'N',
  O: 'O',
  S: 'S',
  W: 'M',
  X: 'X',
  Z: 'Z',
});
/** A code: a letter and a number, a number, or a number and letters; no number begins with 0. */
const CODE = /^(?:[A-Z]?[1-9]\d*|[1-9]\d*[A-Z]{1,2})$/;

/**
 * Letters that codes use. Left out: I O Q S Z B, read as 1 0 0 5 2 8; H N X and M W, which turn into letters; E L, which
 * turn into 3 and 7. The others are plainly upside down when they are.
 */
export const SAFE_LETTERS = frozen([
  'A',
  'C',
  'D',
  'F',
  'G',
  'J',
  'K',
  'P',
  'R',
  'T',
  'U',
  'V',
  'Y',
] as const);

/**
 * What a code reads as upside down.
 * @param code digits and capitals
 * @returns what is read when turned, or `null` when it makes no digits and capitals
 */
export function turned(code: string): string | null {
  let out = '';
  for (const sign of code) {
    const t = TURNED[sign];
    if (t === undefined) return null;
    out = t + out;
  }
  return out;
}

/**
 * Whether a code must be underlined: turned it reads as another valid code.
 * A reading that begins with 0 is no code, so 10 is safe.
 */
export function isTurnUnsafe(code: string): boolean {
  const t = turned(code);
  return t !== null && t !== code && CODE.test(t);
}
