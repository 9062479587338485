/** Mutation testing of what scores and walks; run by hand: `npm run test:mutation`. */
export default {
  // `sent.ts` declares a schema that is compiled beforehand: nothing of it runs.
  mutate: ['core/scoring/**/*.ts', 'core/verdicts/**/*.ts', 'core/flow/**/*.ts', '!core/flow/sent.ts', '!**/*.test.ts'],
  testRunner: 'mocha',
  mochaOptions: { spec: ['tests/mutation.ts'], require: ['tsx/cjs'], ui: 'bdd' },
  coverageAnalysis: 'perTest',
  // What runs while a module is loaded would load all of it anew for each mutant, which takes most of an hour.
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'progress', 'json'],
  clearTextReporter: { allowColor: false, reportTests: false },
  jsonReporter: { fileName: '.stryker/mutation.json' },
  tempDirName: '.stryker/tmp',
  ignorePatterns: ['.next*', '.data', 'docs/screenshots', 'test-results'],
};
