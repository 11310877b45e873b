/**
 * A short stand-in for a text, to tell whether it changed. It guards against nothing but accident.
 * Two hashes of 32 bits after FNV-1a (Fowler, Noll and Vo; constants from memory), the second stirred by the first.
 * @returns 16 hexadecimal digits
 */
export function digest(text: string): string {
  let [a, b] = [0x811c9dc5, 0xcbf29ce4];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code ^ (a >>> 15), 0x01000193);
  }
  return [a, b].map((n) => (n >>> 0).toString(16).padStart(8, '0')).join('');
}
