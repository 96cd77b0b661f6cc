const common = {
  testEnvironment: 'node',
  // Copies that the mutation tester works on.
  modulePathIgnorePatterns: ['<rootDir>/.mutation'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: {
    '^hexis$': '<rootDir>/src/core/index.ts',
    '^hexis/desk$': '<rootDir>/src/core/desk.ts',
    '^hexis/report$': '<rootDir>/src/core/reports.ts',
    '^hexis/node$': '<rootDir>/src/node/index.ts',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
  transform: { '^.+\\.ts$': '<rootDir>/tests/helpers/sources.mjs' },
};

const inFolders = (...folders) => folders.map((folder) => `<rootDir>/tests/${folder}/**/*.test.ts`);

/** The apps are built and served for their own tests alone, so that any other file starts at once. */
export default {
  testTimeout: 60000,
  // Both cores: by itself Jest leaves one to the terminal.
  maxWorkers: '100%',
  projects: [
    {
      ...common,
      displayName: 'hexis',
      testMatch: inFolders('core', 'library', 'cli', 'formats', 'package', 'exercise'),
    },
    {
      ...common,
      displayName: 'examples',
      testMatch: inFolders('examples'),
      globalSetup: '<rootDir>/tests/helpers/setUp.mjs',
      globalTeardown: '<rootDir>/tests/helpers/tearDown.mjs',
    },
  ],
};
