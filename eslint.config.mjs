import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import boundaries from 'eslint-plugin-boundaries'
import withNuxt from './.nuxt/eslint.config.mjs'

/** The house: floors, and what has a door of its own. The order matters: the first that fits is it. */
const ROOMS = [
  { type: 'feature', pattern: 'app/features/*', capture: ['name'] },
  { type: 'shared', pattern: 'app/shared' },
  { type: 'storage', pattern: 'app/storage' },
  { type: 'pages', pattern: 'app/pages' },
  { type: 'plugins', pattern: 'app/plugins' },
  { type: 'room', pattern: 'core/*', capture: ['name'] },
  { type: 'formats', pattern: 'formats' },
  { type: 'workers', pattern: 'workers' },
  { type: 'server', pattern: 'server' },
  { type: 'data', pattern: 'data' },
]
const to = (...types) => ({ to: { element: { types: { anyOf: types } } } })
const door = (type) => ({ to: { element: { type, fileInternalPath: 'index.ts' } } })
const own = (type) => ({ to: { element: { type, captured: { name: '{{ from.element.captured.name }}' } } } })
const from = (type, ...allowed) => ({ from: { element: { type } }, allow: allowed })

/**
 * Imports go down only: app → formats, workers → core → data. Rooms and features are entered by their doors. That none
 * goes round in a circle is looked at by Oxlint (.oxlintrc.json), in a tenth of the time.
 */
const house = {
  plugins: { boundaries },
  settings: {
    'boundaries/elements': ROOMS,
    'import/resolver': {
      typescript: { project: '.nuxt/tsconfig.app.json', alwaysTryTypes: false },
    },
    'boundaries/dependency-nodes': ['import', 'export', 'dynamic-import'],
  },
  rules: {
    'boundaries/dependencies': [
      'error',
      {
        default: 'disallow',
        message: 'This may not be imported here: floors go down only, rooms and features have one door.',
        policies: [
          { allow: { to: { module: { origin: ['external', 'core'] } } } },
          from('room', own('room'), door('room'), to('data')),
          from('formats', to('formats', 'data'), door('room')),
          from('workers', to('workers', 'formats', 'data'), door('room')),
          from('server', to('server', 'formats', 'data'), door('room')),
          from('storage', to('storage', 'workers', 'formats', 'data'), door('room')),
          from('shared', to('shared', 'storage', 'workers', 'formats', 'data'), door('room')),
          from('feature', own('feature'), door('feature'), door('room')),
          from('feature', to('shared', 'storage', 'workers', 'formats', 'data')),
          from('pages', { to: { element: { type: 'feature', fileInternalPath: '*{Page,Frame}.vue' } } }),
          from('plugins', door('feature'), to('shared')),
        ],
      },
    ],
  },
}
/** What the floors below the face know nothing of, whether it is a file of ours or not. */
const FACE = ['vue', 'vue/*', 'pinia', 'nuxt/*', '#app', '#imports', 'localforage', 'comlink']
const floor = (files, group) => ({
  files,
  rules: {
    'no-restricted-imports': ['error', { patterns: [{ group, message: 'That belongs to a floor above.' }] }],
  },
})

export default withNuxt(
  { ...house, files: ['{app,core,formats,workers,server}/**/*.{ts,vue}'] },
  floor(['core/**/*.ts'], [...FACE, 'node:*', 'fs', 'path']),
  floor(['formats/**/*.ts'], [...FACE, 'node:*']),
  floor(
    ['workers/**/*.ts'],
    FACE.filter((name) => name !== 'comlink'),
  ),
  floor(['server/**/*.ts'], ['vue', 'pinia', 'localforage']),
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
    settings: {
      'import-x/extensions': ['.ts', '.vue'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'], 'vue-eslint-parser': ['.vue'] },
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: '.nuxt/tsconfig.app.json' })],
    },
    rules: {
      'vue/no-undef-components': ['error', { ignorePatterns: ['NuxtLink', 'NuxtPage', 'ClientOnly'] }],
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      'max-lines': ['error', { max: 420, skipBlankLines: true }],
    },
  },
  { files: ['scripts/make-demo-yard.ts'], rules: { 'no-console': 'off', 'max-lines': 'off' } },
).prepend({ ignores: ['.output/**', '.nuxt/**', 'docs/**'] })
