import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';
import { optimizeImports } from 'carbon-preprocess-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: [vitePreprocess(), optimizeImports()],
  compilerOptions: { runes: ({ filename }) => (filename.includes('node_modules') ? undefined : true) },
  kit: {
    adapter: adapter(),
    // Each request costs a slow connection a second or two: what a page is styled by comes with it.
    inlineStyleThreshold: 20_000,
    // A device serves one page under the address of any other.
    paths: { relative: false },
    alias: { $core: 'src/lib/core', $server: 'src/lib/server', $ui: 'src/lib/ui' },
    typescript: {
      config: (config) => {
        config.include.push('../scripts/**/*.ts', '../tests/**/*.ts', '../*.config.ts');
        return config;
      },
    },
  },
};
