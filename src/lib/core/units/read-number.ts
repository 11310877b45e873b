/**
 * A number as people type it, with a point or a comma for the decimal sign.
 * @returns undefined where nothing is typed; NaN where it is no number
 */
export function readNumber(text: string): number | undefined {
  const plain = text.trim().replace(',', '.');
  return plain === '' ? undefined : Number(plain);
}
