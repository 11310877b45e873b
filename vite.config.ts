import { sveltekit } from '@sveltejs/kit/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';
import { compiledCore } from './tests/set-up/compiled-core.ts';
import { SETTINGS } from './tests/set-up/settings.ts';

/** Shared by so many pages, a part is fetched with all of its kind at once: on a slow connection each request costs a second. */
const SHARED = 2;

/** The client in few files: what the pages in a house have in common is two of them. */
const fewFiles: Plugin = {
  name: 'few-files',
  config: (_, { isSsrBuild }) =>
    isSsrBuild
      ? {}
      : {
          build: {
            rolldownOptions: {
              output: {
                codeSplitting: {
                  groups: [
                    {
                      name: 'base',
                      test: /node_modules[\\/](?!echarts|zrender|jsqr|temporal-polyfill)/,
                      minShareCount: SHARED,
                      priority: 2,
                    },
                    {
                      name: 'field',
                      test: /src[\\/]lib[\\/](core[\\/](bench|units|labels|quality|air|drying|coating|kitchen|takeoff)|ui[\\/](field|facts|device|kit|shell|kitchen|bench|theme|mix|labels|systems|words|plan[\\/]DayRail))/,
                      minShareCount: SHARED,
                      priority: 1,
                    },
                  ],
                },
              },
            },
          },
        },
};

/** Checks against the outside that go through the services. */
const SERVED = ['hand-over-pdf', 'household', 'label-pdf', 'work-order'].map(
  (name) => `tests/reference/${name}.test.ts`,
);

export default defineConfig({
  plugins: [sveltekit(), fewFiles, ...(process.env.VITEST ? [compiledCore()] : [])],
  build: { chunkSizeWarningLimit: 900 },
  test: {
    ...SETTINGS,
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['src/lib/{core,ui,workers}/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          exclude: SERVED,
          globalSetup: 'tests/set-up/demo.ts',
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['src/lib/server/**/*.test.ts', ...SERVED],
          globalSetup: 'tests/set-up/demo.ts',
          setupFiles: 'tests/set-up/services.ts',
        },
      },
    ],
  },
});
