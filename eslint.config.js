import globals from 'globals';
import svelte from 'eslint-plugin-svelte';
import ts from 'typescript-eslint';
import js from '@eslint/js';
import svelteConfig from './svelte.config.js';
import { beforePackages } from './scripts/lint/before-packages.js';
import { madeIds } from './scripts/lint/made-ids.js';
import { noSentences } from './scripts/lint/no-sentences.js';
import { ENTRIES } from './scripts/setup/entries.mjs';

export default ts.config(
  { ignores: ['node_modules/', '.svelte-kit/', 'build/', 'test-results/', '.dependency-cruiser.cjs'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { extraFileExtensions: ['.svelte'], parser: ts.parser, svelteConfig } }
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-undef': 'off',
      // The application is always served at the root of its origin.
      'svelte/no-navigation-without-resolve': 'off',
      // Sets and dates that live for one call need not be reactive.
      'svelte/prefer-svelte-reactivity': 'off',
      // {' '} keeps the space before a block that the compiler would trim.
      'svelte/no-useless-mustaches': 'off'
    }
  },
  {
    files: ENTRIES,
    plugins: { house: { rules: { 'before-packages': beforePackages } } },
    rules: { 'house/before-packages': 'error' }
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts', 'src/core/testing/**'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock: pass the time in.' },
        { object: 'Math', property: 'random', message: 'The core has no dice: pass a seed in.' }
      ]
    }
  },
  {
    // Sentences are made in the room of words; what is wrong with a file is a predicate of its place, beside the rule.
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts', 'src/core/testing/**', 'src/core/words/**'],
    plugins: { house: { rules: { 'no-sentences': noSentences } } },
    rules: { 'house/no-sentences': 'error' }
  },
  {
    // The check of plans reads ids by itself, as it does all else.
    files: ['src/**/*.ts', 'src/**/*.svelte'],
    ignores: ['**/*.test.ts', '**/testing/**', 'src/core/ids/**', 'src/core/check/**'],
    plugins: { ids: { rules: { 'made-ids': madeIds } } },
    rules: { 'ids/made-ids': 'error' }
  },
  {
    // The host's own zone and language are nobody's: days, times and numbers are written by src/core/calendar, as the shop has it.
    files: ['src/**/*.ts', 'src/**/*.svelte'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.property.name=/^toLocale.*String$/]',
          message: 'Written by the language of whoever runs it: use src/core/calendar or $lib/ui/dates.'
        },
        {
          selector:
            'CallExpression[callee.property.name=/^(get|set)(Date|Day|Hours|Minutes|Month|FullYear|TimezoneOffset)$/]',
          message: 'Days of the zone of whoever runs it: use src/core/calendar.'
        },
        {
          selector: 'NewExpression[callee.object.name="Intl"]:not([arguments.0])',
          message: "Name the language: the one of whoever runs it is nobody's."
        }
      ]
    }
  }
);
