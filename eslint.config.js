/** Style of components; all else, and what is between their script tags too, is oxlint's (`.oxlintrc.json`), which takes a second. */
import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: globals.browser } },
  {
    files: ['**/*.svelte'],
    languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig } },
    rules: {
      // Links are plain paths: the application is served from the root.
      'svelte/no-navigation-without-resolve': 'off',
      // Maps and sets here are made anew in each derivation and never changed afterwards.
      'svelte/prefer-svelte-reactivity': 'off',
      // A space between two elements is written as one.
      'svelte/no-useless-mustaches': 'off',
    },
  },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-invalid-void-type': 'off',
      // What is left out of a copy is named and not used.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
    },
  },
  {
    // Controls come from the kit; only drawings have elements of their own.
    files: ['src/**/*.svelte'],
    ignores: [
      'src/lib/ui/kit/**',
      'src/lib/ui/bench/piece/PointAt.svelte',
      'src/lib/ui/bench/Rack.svelte',
      'src/lib/ui/calendar/JobsByDay.svelte',
      'src/lib/ui/check/CrossCutGrid.svelte',
      // A household’s page has no scripts: the kit’s controls need them.
      'src/lib/ui/customer/**',
      'src/lib/ui/kitchen/LineEditor.svelte',
    ],
    rules: {
      'svelte/no-restricted-html-elements': [
        'error',
        {
          elements: ['input', 'select', 'textarea', 'button', 'fieldset', 'details', 'dialog', 'table'],
          message: 'Take it from the kit ($ui/kit).',
        },
      ],
      'no-restricted-imports': [
        'error',
        { name: 'carbon-components-svelte', message: 'The kit ($ui/kit) has its controls.' },
      ],
    },
  },
);
