/** A scanner that types: told from hands by what it types, how fast, and how it ends, all three together. */
import { frozen } from '../frozen';
import { readLabelKey } from './label-set';

/** Between two keys of a scanner at most, ms; hands are slower, most of the time. */
const SCANNER_GAP = 45;

/** Whether typed text may be the beginning of one of our labels. */
function beginsLabel(text: string): boolean {
  return /^(?:(?:opening|bag|hanger):)?[0-9a-f]{8}-/.test(text) || /^slot:\d/.test(text);
}

/** Keys as they come in, gathered as long as they come like a scanner's. */
interface Burst {
  text: string;
  /** when its last key came, ms */
  at: number;
}

export const NO_BURST: Burst = frozen({ text: '', at: -Infinity });

/**
 * Takes one key.
 * @param at when it came, ms
 * @returns the burst as it is then; the label it was, where this key ends one; whether the key belongs to a label
 */
export function takeKey(
  burst: Burst,
  key: string,
  at: number,
): { burst: Burst; label: string | null; ours: boolean } {
  const fast = at - burst.at < SCANNER_GAP;
  if (key === 'Enter') {
    const label = fast && readLabelKey(burst.text) ? burst.text : null;
    return { burst: NO_BURST, label, ours: label !== null };
  }
  // Shift, Control and the like come between the keys of a scanner, too.
  if (key.length !== 1) return { burst: { ...burst, at: fast ? at : burst.at }, label: null, ours: false };
  const text = fast ? burst.text + key : key;
  return { burst: { text, at }, label: null, ours: beginsLabel(text) };
}
