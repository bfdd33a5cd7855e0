export default {
  testEnvironment: 'node',
  testEnvironmentOptions: { globalsCleanup: 'off' },
  // Generous: a slow machine is no failure, and no test measures time.
  testTimeout: 600_000,
  roots: ['<rootDir>/core/src', '<rootDir>/cli/src', '<rootDir>/server/src', '<rootDir>/web/src', '<rootDir>/scripts'],
  testMatch: ['**/*.test.ts', '**/*.test.mjs'],
  moduleFileExtensions: ['ts', 'js', 'mjs', 'cjs', 'json'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' }, sourceMaps: 'inline' },
    ],
  },
};
