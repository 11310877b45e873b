/** Codes of pieces: three ways to give them, each kept by every piece that has a label. */
import { frozen } from '../frozen';
import { isTurnUnsafe, SAFE_LETTERS } from './turn-safe';

export const SCHEMES = frozen(['number', 'zone', 'cabinet'] as const);
/** One running number; letter of the colour zone and a number; number of the cabinet and a letter for the place in it. */
export type Scheme = (typeof SCHEMES)[number];

interface ToCode {
  wall: string;
  /** index of its cabinet on the wall */
  cabinet: number;
  /** letter of its colour zone */
  zone: string;
  code: string | null;
  /** the code is on a label already and must not change */
  kept: boolean;
}

export interface CodeRules {
  scheme: Scheme;
  /** numbers that read as others upside down are not used */
  leaveOutUnsafe: boolean;
}

/** Letters of a place in a cabinet: A, C, D … then AA, AC … */
function placeLetters(i: number): string {
  const n = SAFE_LETTERS.length;
  const letter = (k: number): string => SAFE_LETTERS[k % n] ?? 'A';
  return i < n ? letter(i) : letter(Math.floor(i / n) - 1) + letter(i);
}

/** Next number above `from` that the rules allow. */
function nextNumber(from: number, leaveOutUnsafe: boolean): number {
  let n = from + 1;
  while (leaveOutUnsafe && isTurnUnsafe(String(n))) n++;
  return n;
}

/** Numbers in codes of one form: `prefix` + number + letters. */
const numberIn = (code: string): number => Number(/\d+/.exec(code)?.[0] ?? 0);

/** Running numbers above those kept, one run for each prefix. */
function byNumber(pieces: readonly ToCode[], prefix: (p: ToCode) => string, rules: CodeRules): string[] {
  const last = new Map<string, number>();
  for (const { code, kept } of pieces) {
    if (!kept || code === null) continue;
    const run = /^[A-Z]*/.exec(code)?.[0] ?? '';
    // A code of another scheme still takes its number, so that no two sound alike.
    last.set(run, Math.max(last.get(run) ?? 0, numberIn(code)));
  }
  return pieces.map((p) => {
    if (p.kept && p.code !== null) return p.code;
    const run = prefix(p);
    const n = nextNumber(last.get(run) ?? 0, rules.leaveOutUnsafe);
    last.set(run, n);
    return `${run}${n}`;
  });
}

/** The number of each cabinet and the next free letter in it. */
function byCabinet(pieces: readonly ToCode[], rules: CodeRules): string[] {
  const used = new Set(pieces.flatMap((p) => (p.kept && p.code !== null ? [p.code] : [])));
  const numbers = new Map<string, number>();
  const cabinet = (p: ToCode): string => `${p.cabinet} ${p.wall}`;
  for (const p of pieces) {
    const own = p.kept && p.code !== null ? /^([1-9]\d*)[A-Z]{1,2}$/.exec(p.code) : null;
    if (own && !numbers.has(cabinet(p))) numbers.set(cabinet(p), Number(own[1]));
  }
  let last = Math.max(0, ...[...used].map(numberIn));
  return pieces.map((p) => {
    if (p.kept && p.code !== null) return p.code;
    let number = numbers.get(cabinet(p));
    if (number === undefined) {
      number = last = nextNumber(last, rules.leaveOutUnsafe);
      numbers.set(cabinet(p), number);
    }
    let i = 0;
    while (used.has(`${number}${placeLetters(i)}`)) i++;
    const code = `${number}${placeLetters(i)}`;
    used.add(code);
    return code;
  });
}

/** Whether the code that a piece has is one that the rules could give it. */
function fits({ code, zone }: ToCode, { scheme, leaveOutUnsafe }: CodeRules): boolean {
  const [, prefix, digits, letters] = /^([A-Z]?)([1-9]\d*)([A-Z]{0,2})$/.exec(code ?? '') ?? [];
  if (digits === undefined || (leaveOutUnsafe && isTurnUnsafe(digits))) return false;
  switch (scheme) {
    case 'number':
      return prefix === '' && letters === '';
    case 'zone':
      return prefix === zone && letters === '';
    case 'cabinet':
      return prefix === '' && letters !== '';
  }
}

/**
 * Gives every piece a code.
 * @param pieces in wall order
 * @returns the codes in the same order, unique when those given are. Kept codes stay. From the first kept one on every
 * piece keeps a code that fits the rules, so that half a kitchen of labels does not renumber the other half; new pieces
 * go on above.
 */
export function assignCodes(pieces: readonly ToCode[], rules: CodeRules): string[] {
  const begun = pieces.some((p) => p.kept);
  const settled = begun ? pieces.map((p) => ({ ...p, kept: p.kept || fits(p, rules) })) : pieces;
  switch (rules.scheme) {
    case 'number':
      return byNumber(settled, () => '', rules);
    case 'zone':
      return byNumber(settled, (p) => p.zone, rules);
    case 'cabinet':
      return byCabinet(settled, rules);
  }
}
