/** How `npm run mutants` runs tests: as `vite.config.ts` does, without what only components need, which takes most of a short run. */
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';
import { compiledCore } from './compiled-core.ts';
import { SETTINGS } from './settings.ts';

const root = join(import.meta.dirname, '..', '..');
const at = (path: string): string => join(root, path);

export default defineConfig({
  root,
  plugins: [compiledCore()],
  resolve: {
    alias: {
      $core: at('src/lib/core'),
      $server: at('src/lib/server'),
      $ui: at('src/lib/ui'),
      $lib: at('src/lib'),
    },
  },
  test: {
    ...SETTINGS,
    globalSetup: at('tests/set-up/demo.ts'),
    projects: [
      {
        extends: true,
        test: { name: 'core', include: ['src/lib/core/**/*.test.ts', 'tests/reference/**/*.test.ts'] },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['src/lib/server/**/*.test.ts'],
          setupFiles: 'tests/set-up/services.ts',
        },
      },
    ],
  },
});
