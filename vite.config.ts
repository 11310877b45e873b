import { sveltekit } from '@sveltejs/kit/vite';
import { optimizeCss } from 'carbon-preprocess-svelte';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [sveltekit(), optimizeCss()],
  build: { chunkSizeWarningLimit: 900 },
  test: {
    include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    environment: 'node',
    testTimeout: 30_000,
  },
});
