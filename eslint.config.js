import js from '@eslint/js';
import regexp from 'eslint-plugin-regexp';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/dist/', 'apps/server/test/client/api.ts', '.ulpen/', 'test-results/'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-definitions': ['error', 'interface'],
      'no-console': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { ignoreRestSiblings: true, varsIgnorePattern: '^_', argsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-invalid-void-type': 'off',
      eqeqeq: 'error',
    },
  },
  {
    // What people paste and upload is read in a time that grows with its length, no faster.
    files: ['packages/**', 'apps/**', 'tools/**'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': 'error',
    },
  },
  {
    // A plan is followed step by step: what does not fit on a screen is two steps.
    files: ['packages/core/src/plan/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }] },
  },
  { files: ['apps/web/src/**/*.{ts,tsx}'], ...hooks.configs.flat.recommended },
  {
    files: ['tools/**/*.mjs', 'demo/*.mjs', 'e2e/**', 'packages/core/bench/**', '*.cjs', '*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        module: 'readonly',
        document: 'readonly',
        structuredClone: 'readonly',
        AbortSignal: 'readonly',
        AbortController: 'readonly',
        Blob: 'readonly',
        FormData: 'readonly',
        TextDecoder: 'readonly',
        window: 'readonly',
        PerformanceObserver: 'readonly',
        localStorage: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
);
