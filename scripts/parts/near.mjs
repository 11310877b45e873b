/** Which tests are near a file: beside it, or not many imports away from it. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { root } from './prepare.mjs';

const ALIASES = { $core: 'src/lib/core', $server: 'src/lib/server', $ui: 'src/lib/ui', $lib: 'src/lib' };
const IMPORT = /(?:from\s*|import\s*\(?\s*)'([^']+)'/g;

/** Files of the project that hold code, from its root. */
const sources = () =>
  ['src', 'tests', 'scripts'].flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
      .filter((name) => /\.(m?ts|mjs|svelte)$/.test(name) && !name.endsWith('.d.mts'))
      .map((name) => join(folder, name)),
  );

/** @returns the file that an import names, from the root; null for a package */
function fileOf(spec, importer) {
  const [alias] = spec.split('/');
  const path =
    alias in ALIASES
      ? join(root, ALIASES[alias], spec.slice(alias.length))
      : spec.startsWith('.')
        ? resolve(root, dirname(importer), spec)
        : null;
  if (path === null) return null;
  const found = [path, `${path}.ts`, join(path, 'index.ts')].find((p) => /\.\w+$/.test(p) && existsSync(p));
  return found ? relative(root, found) : null;
}

/** Who imports each file. */
export function importers() {
  const by = new Map();
  for (const file of sources())
    for (const [, spec] of readFileSync(join(root, file), 'utf8').matchAll(IMPORT)) {
      const imported = fileOf(spec, file);
      if (imported) by.set(imported, (by.get(imported) ?? new Set()).add(file));
    }
  return by;
}

const isUnitTest = (file) => file.endsWith('.test.ts');

/**
 * Unit tests by how many imports they are away from the files that are nearest to them. A test in the folder of a file is one away at most.
 * @param files paths from the root
 * @param by who imports each file
 * @returns a map from tests to distances, the nearest first
 */
export function nearTests(files, by = importers()) {
  const distance = new Map(files.map((file) => [file, 0]));
  const queue = [...files];
  for (const file of queue)
    for (const next of by.get(file) ?? [])
      if (!distance.has(next)) {
        distance.set(next, distance.get(file) + 1);
        queue.push(next);
      }
  for (const file of files)
    for (const name of existsSync(join(root, dirname(file))) ? readdirSync(join(root, dirname(file))) : []) {
      const beside = join(dirname(file), name);
      if (isUnitTest(beside)) distance.set(beside, Math.min(1, distance.get(beside) ?? 1));
    }
  return new Map([...distance].filter(([file]) => isUnitTest(file)).sort((a, b) => a[1] - b[1]));
}
