const common = {
  // Suites run in plain Node, several in one thread: contexts of their own would load all sources anew for each, and run them slower.
  runner: 'jest-light-runner',
  setupFiles: ['<rootDir>/tests/runner/alone.mjs'],
  transform: {},
};

const inFolders = (...folders) => folders.map((folder) => `<rootDir>/tests/${folder}/**/*.test.ts`);

/** The apps are built and served for their own tests alone, so that any other file starts at once. */
export default {
  // Both cores: by itself Jest leaves one to the terminal.
  maxWorkers: '100%',
  projects: [
    {
      ...common,
      displayName: 'hexis',
      testMatch: inFolders('core', 'library', 'cli', 'formats', 'package', 'exercise', 'engines'),
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
