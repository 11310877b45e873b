/** Data as JSON text, maps and sets included. */

/** @returns the text that unpackJson reads back */
export const packJson = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v instanceof Map ? { '#map': [...v] } : v instanceof Set ? { '#set': [...v] } : v,
  );

/** A map or a set that was packed; anything else as it is. */
function opened(v: unknown): unknown {
  if (v === null || typeof v !== 'object') return v;
  if ('#map' in v) return new Map(v['#map'] as [unknown, unknown][]);
  if ('#set' in v) return new Set(v['#set'] as unknown[]);
  return v;
}

/** The data of a text that packJson made. @throws SyntaxError for any other text */
export const unpackJson = (text: string): unknown => JSON.parse(text, (_, v: unknown) => opened(v));

/** The same of what was read from such a text as plain JSON: its maps and sets are made again, whatever holds them. */
export function reviveJson(value: unknown): unknown {
  if (value === null || typeof value !== 'object') return value;
  if (Array.isArray(value)) return value.map(reviveJson);
  return opened(Object.fromEntries(Object.entries(value).map(([k, v]) => [k, reviveJson(v)])));
}
