import { sveltekit } from '@sveltejs/kit/vite';
import { optimizeCss } from 'carbon-preprocess-svelte';
import { defineConfig } from 'vitest/config';

/** Fonts ship with the application: the component library's own font faces point elsewhere and are left out. */
const ownFontsOnly = {
  name: 'own-fonts-only',
  enforce: 'pre' as const,
  transform: (code: string, id: string) =>
    /carbon-components-svelte\/css\/.*\.css/.test(id) ? code.replace(/@font-face\s*\{[^}]*\}/g, '') : null,
};

export default defineConfig({
  plugins: [ownFontsOnly, sveltekit(), optimizeCss()],
  build: { chunkSizeWarningLimit: 900 },
  test: {
    include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    environment: 'node',
    testTimeout: 30_000,
  },
});
