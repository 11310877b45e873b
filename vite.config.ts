import { sveltekit } from '@sveltejs/kit/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

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

export default defineConfig({
  plugins: [sveltekit(), fewFiles],
  build: { chunkSizeWarningLimit: 900 },
  test: {
    include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    environment: 'node',
    testTimeout: 240_000,
    hookTimeout: 240_000,
  },
});
