/** Data as JSON text, maps and sets included. */

/** @returns the text that unpackJson reads back */
export const packJson = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v instanceof Map ? { '#map': [...v] } : v instanceof Set ? { '#set': [...v] } : v,
  );

/** The data of a text that packJson made. @throws SyntaxError for any other text */
export const unpackJson = (text: string): unknown =>
  JSON.parse(text, (_, v: unknown) => {
    if (v === null || typeof v !== 'object') return v;
    if ('#map' in v) return new Map(v['#map'] as [unknown, unknown][]);
    if ('#set' in v) return new Set(v['#set'] as unknown[]);
    return v;
  });
