/** Lists of the pages: none is keyed by what people type, or by words that two entries may share. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

/** Keys that are words of our own tables, each there once. */
const OURS = [
  'ZOOMS as z, i (z.name)',
  'data.places as p (p.place)',
  'q.answers as a (a.says)',
  'Object.entries(fields) as [name, value] (name)',
  'entries as [words, mark] (words)',
  "['slight', 'clear', 'bad'] as words, i (words)",
];
/** What a key may end with: a word that people type, or one that is made of such. */
const TYPED =
  /\b(name|colour|words|place|wall|label|note|text|says|title|act|reason|role|message|line|mistake)\)?$/;

const files = ['src/routes', 'src/lib/ui'].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.svelte'))
    .map((f) => join(folder, f)),
);
const lists = files.flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/\{#each ([^\n]*?) as ([^\n]*?)\}/g)].map((m) => ({
    file,
    each: `${m[1] ?? ''} as ${m[2] ?? ''}`,
    key: /\(([^()]*(?:\([^()]*\)[^()]*)*)\)$/.exec(m[2] ?? '')?.[1] ?? '',
  })),
);

it('finds the lists of the pages', () => expect(lists.length).toBeGreaterThan(150));

it('none is keyed by what people type', () => {
  const typed = lists.filter(
    ({ each, key }) =>
      (TYPED.test(key) || key.includes('+') || key.includes('$')) &&
      !OURS.some((o) => each.endsWith(o)) &&
      !/\bid\b|\bkey\b/.test(key),
  );
  expect(typed.map((l) => `${l.file}: ${l.each}`)).toEqual([]);
});
