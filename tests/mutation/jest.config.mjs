import config from '../../jest.config.mjs';

const [hexis] = config.projects;

/** Suites that look at every setting or kind for minutes: each fault that is not noticed would be run through all of them. */
const long = ['space', 'settings', 'flawed', 'invariants', 'styles', 'styleReport', 'contactSheet'].map(
  (name) => `library/${name}\\.test`,
);

/** The tests that mutated code is run through: those of core and library, without a browser or a process. */
export default {
  ...hexis,
  rootDir: '../..',
  testTimeout: config.testTimeout,
  // Tests of sources and pages would find the tester's own words in them.
  testPathIgnorePatterns: ['purity', 'docs', 'core/project', ...long],
  testMatch: ['core', 'library'].map((folder) => `<rootDir>/tests/${folder}/**/*.test.ts`),
};
