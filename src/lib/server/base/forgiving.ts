/** Reading what is stored: what breaks a limit that came later is brought within it, and said. */
import type { z } from 'zod';

export interface Forgiven<T> {
  value: T;
  /** what was brought within its limits, in words */
  mended: string[];
}

/** What is at the end of a path, and the object that holds it. */
function holderOf(root: unknown, path: readonly PropertyKey[]): Record<PropertyKey, unknown> | null {
  let at: unknown = root;
  for (const key of path.slice(0, -1)) at = (at as Record<PropertyKey, unknown> | null | undefined)?.[key];
  return typeof at === 'object' && at !== null ? (at as Record<PropertyKey, unknown>) : null;
}

/** Issues that are mended at most: what has more is not ours. */
const MOST = 200;

/**
 * Reads stored JSON. Numbers beyond a limit are set to it; anything else that is wrong makes it unreadable.
 * @returns null where it cannot be read
 */
export function forgiving<T>(schema: z.ZodType<T>, text: string): Forgiven<T> | null {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return null;
  }
  const mended: string[] = [];
  for (;;) {
    const read = schema.safeParse(json);
    if (read.success) return { value: read.data, mended };
    if (mended.length > MOST) return null;
    for (const issue of read.error.issues) {
      const last = issue.path.at(-1);
      const holder = holderOf(json, issue.path);
      const to = issue.code === 'too_big' ? issue.maximum : issue.code === 'too_small' ? issue.minimum : null;
      if (last === undefined || !holder || typeof holder[last] !== 'number' || to === null) return null;
      mended.push(`${issue.path.map(String).join('.')}: ${String(holder[last])} is taken as ${String(to)}`);
      holder[last] = Number(to);
    }
  }
}
