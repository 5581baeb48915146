import withNuxt from './.nuxt/eslint.config.mjs'

/** Imports go down only: app → formats, workers → core → data. Rooms of core are entered by their door. */
const above = {
  core: [
    'vue',
    'vue/*',
    'pinia',
    'nuxt/*',
    '#app',
    '#imports',
    'localforage',
    'comlink',
    '~/*',
    '@/*',
    '**/app/**',
    '**/server/**',
    '**/workers/**',
    '#formats/*',
    '**/formats/**',
    'node:*',
    'fs',
    'path',
  ],
  formats: [
    'vue',
    'pinia',
    'nuxt/*',
    '#app',
    '#imports',
    'localforage',
    '~/*',
    '@/*',
    '**/app/**',
    '**/server/**',
    '**/workers/**',
    'node:*',
  ],
  workers: ['vue', 'pinia', 'nuxt/*', '#app', '#imports', '~/*', '@/*', '**/app/**', '**/server/**'],
  server: ['vue', 'pinia', '~/*', '@/*', '**/app/**', '**/workers/**'],
}
const floor = (files, group, message) => ({
  files,
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { group, message },
          {
            group: ['**/core/*/*', '#core/*/*'],
            message: 'A room of core has one door: import #core/<room>.',
          },
        ],
      },
    ],
  },
})

export default withNuxt(
  floor(['core/**/*.ts'], above.core, 'core imports nothing above it.'),
  floor(['formats/**/*.ts'], above.formats, 'formats may import core only.'),
  floor(['workers/**/*.ts'], above.workers, 'workers may import core only.'),
  floor(['server/**/*.ts'], above.server, 'server may import core and formats only.'),
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'localStorage', 'fetch', 'crypto'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is handed in.' },
        { object: 'Date', property: 'now', message: 'Time is handed in.' },
      ],
    },
  },
  {
    rules: {
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      'max-lines': ['error', { max: 420, skipBlankLines: true }],
    },
  },
  { files: ['scripts/make-demo-yard.ts'], rules: { 'no-console': 'off', 'max-lines': 'off' } },
).prepend({ ignores: ['.output/**', '.nuxt/**', 'docs/**'] })
