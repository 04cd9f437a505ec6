import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Dependencies point one way: web and server → formats → core. */
const barred = (names, why) => ({
  'no-restricted-imports': ['error', { patterns: names.map((group) => ({ group: [group], message: why })) }],
});
const LONGEST_FILE = ['error', { max: 330, skipBlankLines: true, skipComments: true }];

export default ts.config(
  { ignores: ['**/dist/', '**/generated/', '**/node_modules/', 'data/', 'test-results/', '.stamps/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    rules: {
      'max-lines': LONGEST_FILE,
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      eqeqeq: 'error',
      'prefer-const': 'error',
    },
  },
  {
    files: ['packages/core/src/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      ...barred(
        ['node:*', '@limber-sheaf/*', 'react*', '@nestjs/*', 'sharp'],
        'The core is pure: no I/O, no DOM, no Node.js API, no other package of the house.',
      ),
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'fetch'],
    },
  },
  {
    files: ['packages/formats/src/**'],
    ignores: ['**/*.test.ts'],
    rules: barred(
      ['node:*', '@limber-sheaf/server*', '@limber-sheaf/web*', 'react*', '@nestjs/*', 'sharp'],
      'Formats take bytes and give bytes, and know only the core.',
    ),
  },
  {
    files: ['apps/server/src/**'],
    rules: barred(['@limber-sheaf/web*', 'react*'], 'The server does not know the web.'),
  },
  {
    files: ['apps/web/src/**'],
    plugins: { 'react-hooks': hooks, 'jsx-a11y': a11y },
    languageOptions: { globals: globals.browser },
    rules: {
      ...hooks.configs.recommended.rules,
      ...a11y.configs.recommended.rules,
      ...barred(
        ['@limber-sheaf/server*', 'node:*', 'sharp', 'sequelize*'],
        'The web reaches the server through its API.',
      ),
    },
  },
  {
    // Tests run in Node.js.
    files: ['apps/web/src/testing/**'],
    rules: { 'no-restricted-imports': 'off' },
  },
  {
    // With types: nothing that may fail is left to itself.
    files: ['packages/*/src/**/*.{ts,tsx}', 'apps/*/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**'],
    languageOptions: {
      parserOptions: {
        project: [
          'packages/core/tsconfig.json',
          'packages/formats/tsconfig.json',
          'apps/server/tsconfig.json',
          'apps/web/tsconfig.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
    },
  },
  { files: ['**/*.js', '**/*.mjs'], languageOptions: { globals: globals.node } },
  prettier,
);
