import js from '@eslint/js';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import prettier from 'eslint-config-prettier';
import { defineConfig, globalIgnores } from 'eslint/config';

export default defineConfig(
  globalIgnores([
    '**/dist/**',
    'core/kernels/**',
    '**/node_modules/**',
    '**/test-results/**',
    '**/playwright-report/**',
  ]),
  js.configs.recommended,
  tseslint.configs.recommendedTypeChecked,
  vue.configs['flat/recommended'],
  {
    languageOptions: {
      parserOptions: {
        parser: tseslint.parser,
        projectService: true,
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/restrict-template-expressions': 'off',
    },
  },
  {
    files: ['**/*.js', '**/*.mjs', '**/*.cjs'],
    extends: [tseslint.configs.disableTypeChecked],
    languageOptions: { globals: globals.node, parserOptions: { projectService: false } },
  },
  { files: ['**/*.test.mjs'], languageOptions: { globals: globals.jest } },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'self', 'postMessage'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'core takes a seed instead' },
        { object: 'Date', property: 'now', message: 'core has no clock' },
      ],
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { globals: globals.browser },
    rules: { 'no-undef': 'off', 'vue/multi-word-component-names': ['error', { ignores: ['App'] }] },
  },
  {
    // vue-tsc types .vue imports; the plain TypeScript program of the linter cannot see them.
    files: ['web/src/main.ts', 'web/src/router.ts'],
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', '@typescript-eslint/no-unsafe-argument': 'off' },
  },
  {
    files: ['**/*.test.ts'],
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', '@typescript-eslint/no-unsafe-member-access': 'off' },
  },
  prettier,
);
