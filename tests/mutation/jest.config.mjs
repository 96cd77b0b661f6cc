import config from '../../jest.config.mjs';

const [hexis] = config.projects;

/** The tests that mutated code is run through: those of core and library, without a browser or a process. */
export default {
  ...hexis,
  rootDir: '../..',
  testTimeout: config.testTimeout,
  // Tests of sources and pages would find the tester's own words in them.
  testPathIgnorePatterns: ['purity', 'docs', 'core/project'],
  testMatch: ['core', 'library'].map((folder) => `<rootDir>/tests/${folder}/**/*.test.ts`),
};
