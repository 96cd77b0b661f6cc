/** The mutation tester: small faults are put into the core, and the tests of core and library should notice each. */
export default {
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  testRunnerNodeArgs: ['--experimental-vm-modules'],
  jest: { configFile: 'tests/mutation/jest.config.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, reportTests: false, reportScoreTable: true, logTests: false },
  ignorePatterns: ['examples', 'bench', 'tests/fuzz'],
  tempDirName: '.mutation',
  // The compiler of this project has no interface for programs; nothing of its settings is needed.
  tsconfigFile: 'none',
  timeoutMS: 60_000,
  // All tests of core and library once, on one core.
  dryRunTimeoutMinutes: 30,
  concurrency: 2,
  // Modules of tests that have run are not let go of: a process is left after a few mutants.
  maxTestRunnerReuse: 5,
};
