export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/tests'],
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: {
    '^hexis$': '<rootDir>/src/core/index.ts',
    '^hexis/node$': '<rootDir>/src/node/index.ts',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' }, sourceMaps: 'inline' },
    ],
  },
  globalSetup: '<rootDir>/tests/helpers/setUp.mjs',
  globalTeardown: '<rootDir>/tests/helpers/tearDown.mjs',
  testTimeout: 60000,
};
