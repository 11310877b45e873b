/**
 * The core as plain modules, as they run for people: through the test runner's own loader each call to another module costs a look-up, and
 * the planner takes twice as long. Tests and services are loaded as ever; what they import of the core is taken from here. ANTHEM_MUTANT
 * names a file with a source and the text that stands in its place (`npm run mutants`).
 */
import { build, type Plugin as EsbuildPlugin } from 'esbuild';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import type { Plugin } from 'vite';

const root = join(import.meta.dirname, '..', '..');
const core = join(root, 'src', 'lib', 'core');
const mutant = process.env.ANTHEM_MUTANT
  ? (JSON.parse(readFileSync(process.env.ANTHEM_MUTANT, 'utf8')) as { file: string; text: string })
  : null;
const out = join(root, 'test-results', mutant ? `core-${process.pid}` : 'core');

const compiledPath = (source: string): string => join(out, relative(core, source)).replace(/\.ts$/, '.js');

/** Has the changed text of the one file read in its place. */
const withMutant: EsbuildPlugin = {
  name: 'with-mutant',
  setup({ onLoad }) {
    onLoad({ filter: /\.ts$/ }, ({ path }) =>
      mutant && path === join(root, mutant.file)
        ? { contents: mutant.text, loader: 'ts', resolveDir: dirname(path) }
        : null,
    );
  },
};

/** Once for all projects of a run, which have a plugin each. */
async function compile(): Promise<void> {
  if (process.env.ANTHEM_COMPILED === out) return;
  process.env.ANTHEM_COMPILED = out;
  rmSync(out, { recursive: true, force: true });
  const entryPoints = readdirSync(core, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => join(core, name));
  await build({
    ...{ entryPoints, outdir: out, outbase: core, alias: { $core: core }, packages: 'external' },
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20', sourcemap: true },
    plugins: mutant ? [withMutant] : [],
  });
  if (mutant) process.once('exit', () => rmSync(out, { recursive: true, force: true }));
}

export function compiledCore(): Plugin {
  return {
    name: 'compiled-core',
    enforce: 'pre',
    buildStart: compile,
    async resolveId(source, importer, options) {
      if (source.startsWith(out)) return null;
      const found = await this.resolve(source, importer, { ...options, skipSelf: true });
      if (!found?.id.startsWith(core) || !found.id.endsWith('.ts') || found.id.endsWith('.test.ts'))
        return null;
      return compiledPath(found.id);
    },
    load(id) {
      return mutant && id === join(root, mutant.file) ? mutant.text : null;
    },
  };
}
