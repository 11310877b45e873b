/** What the docs name is there. */
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { expect, it } from 'vitest';

const docs = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    return e.isDirectory() ? docs(path) : e.name.endsWith('.md') ? [path] : [];
  });
const FILES = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter((f) => existsSync(f));
const NAMES = new Set(FILES.map((f) => basename(f)));

/** Paths are named from the root, or from where their reader would look. */
const ROOTS = [
  '',
  'src',
  'src/lib',
  'src/lib/core',
  'src/lib/core/planning',
  'src/lib/server',
  'src/lib/server/services',
];
const PATH = /`([\w@.[\]/+*-]+\.(?:ts|svelte|mjs|cjs|sql|json|md)|[\w@.[\]/+-]+\/)`/g;

const isThere = (path: string): boolean => {
  if (path.includes('*')) {
    const pattern = new RegExp(`(^|/)${path.replace(/[.[\]+]/g, '\\$&').replaceAll('*', '[^/]*')}$`);
    return FILES.some((f) => pattern.test(f));
  }
  return path.includes('/') ? ROOTS.some((root) => existsSync(join(root, path))) : NAMES.has(path);
};

it.each(['README.md', ...docs('docs')])('every path that %s names is there', (doc) => {
  const named = [...readFileSync(doc, 'utf8').matchAll(PATH)].flatMap(([, path = '']) => path);
  expect(named.filter((path) => !isThere(path))).toEqual([]);
});

it('finds what is not there', () => {
  expect(isThere('planning/plan-in-air.ts')).toBe(false);
  expect(isThere('no-such-file.ts')).toBe(false);
  expect(isThere('bench/*.nothing.ts')).toBe(false);
  expect(isThere('bench/log/fold.ts')).toBe(true);
});
