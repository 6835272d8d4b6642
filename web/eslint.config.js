import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
  { ignores: ['dist/', 'src/lib/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: globals.browser } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } },
    // Typescript knows which names exist.
    rules: { 'no-undef': 'off', 'svelte/no-navigation-without-resolve': 'off' },
  },
  { files: ['**/*.ts'], rules: { 'no-undef': 'off' } },
  {
    files: ['src/**/*.ts', 'src/**/*.svelte'],
    ignores: ['src/lib/api/ids.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['Literal[value=', 'TemplateElement[value.raw='].map((text) => ({
          selector: `${text}/^(bar|body|joint|load|pin|point|rope|support|train|wheel):/]`,
          message: 'Ids are made and taken apart in lib/api/ids.ts.',
        })),
      ],
    },
  },
);
