/** Changes core in one place at a time and sees whether a test notices: run by scripts/mutate.ts. */
export default {
  plugins: ['@stryker-mutator/vitest-runner'],
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutation.config.ts', related: false },
  coverageAnalysis: 'perTest',
  // The aliases of the tests are read from there.
  ignorePatterns: ['!.nuxt', '.output', 'docs', '!docs/schemas', 'public', 'test-results', 'tests/e2e'],
  // Words are the interface's, and an empty block or list is seldom what goes wrong.
  mutator: {
    excludedMutations: ['StringLiteral', 'BlockStatement', 'ArrayDeclaration', 'ObjectLiteral', 'Regex'],
  },
  ignoreStatic: true,
  reporters: ['json'],
  jsonReporter: { fileName: 'test-results/mutation.json' },
  tempDirName: 'test-results/mutation',
  timeoutMS: 10_000,
  timeoutFactor: 1.5,
  allowConsoleColors: false,
}
