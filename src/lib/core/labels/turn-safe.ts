/** Codes that read as another number when the piece is turned upside down. */

const TURNED: Record<string, string> = { '0': '0', '1': '1', '6': '9', '8': '8', '9': '6' };

/**
 * What a number reads as upside down.
 * @param code digits
 * @returns the digits read turned, or `null` when they make no number
 */
export function turned(code: string): string | null {
  let out = '';
  for (const digit of code) {
    const t = TURNED[digit];
    if (t === undefined) return null;
    out = t + out;
  }
  return out;
}

/**
 * Whether a code must be underlined: turned it reads as another valid number.
 * A reading that begins with 0 is no code, so 10 is safe.
 */
export function isTurnUnsafe(code: string): boolean {
  const t = turned(code);
  return t !== null && t !== code && !t.startsWith('0');
}
