/**
 * The core as plain modules, as they run for people: through the test runner's own loader each call to another module costs a look-up, and
 * the planner takes twice as long. Tests and services are loaded as ever; what they import of the core is taken from here.
 */
import { buildSync } from 'esbuild';
import { readdirSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import type { Plugin } from 'vite';

const root = join(import.meta.dirname, '..', '..');
const core = join(root, 'src', 'lib', 'core');
const out = join(root, 'test-results', 'core');

const compiledPath = (source: string): string => join(out, relative(core, source)).replace(/\.ts$/, '.js');

/** Once for all projects of a run, which have a plugin each. */
function compile(): void {
  if (process.env.ANTHEM_COMPILED) return;
  process.env.ANTHEM_COMPILED = 'yes';
  rmSync(out, { recursive: true, force: true });
  const entryPoints = readdirSync(core, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => join(core, name));
  buildSync({
    ...{ entryPoints, outdir: out, outbase: core, alias: { $core: core }, packages: 'external' },
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20', sourcemap: true },
  });
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
  };
}
