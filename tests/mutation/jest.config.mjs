import config from '../../jest.config.mjs';

const [hexis] = config.projects;

/** The tests that faults are run through, in the order that the call names, the process saying what it reached. */
export default {
  ...hexis,
  rootDir: '../..',
  testMatch: ['core', 'library', 'formats'].map((folder) => `<rootDir>/tests/${folder}/**/*.test.ts`),
  testSequencer: '<rootDir>/tests/mutation/order.mjs',
  setupFiles: [...hexis.setupFiles, '<rootDir>/tests/mutation/reached.mjs'],
};
