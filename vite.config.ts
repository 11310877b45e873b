import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [sveltekit()],
  build: { chunkSizeWarningLimit: 900 },
  test: {
    include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    environment: 'node',
    testTimeout: 30_000,
  },
});
