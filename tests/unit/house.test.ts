import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { ESLint } from 'eslint'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

/* Each kind of import that the house forbids, planted, and what the linter says of it; and some that it allows. */
const page = (script: string, template = '<p />') =>
  `<script setup lang="ts">\n${script}\n</script>\n\n<template>\n  ${template}\n</template>`

const REFUSED: [what: string, file: string, code: string, rule: string][] = [
  ['core up to the face', 'core/gear/new.ts', "export * from '~/storage/store'", 'boundaries'],
  ['core up to files', 'core/gear/new.ts', "export * from '#formats/mesh-stl'", 'boundaries'],
  ['core past a room’s door', 'core/gear/new.ts', "export * from '../stock/schema'", 'boundaries'],
  ['core to a library of the face', 'core/gear/new.ts', "export { ref } from 'vue'", 'restricted'],
  ['files past a room’s door', 'formats/new.ts', "export * from '../core/stock/schema'", 'boundaries'],
  ['a worker up to the face', 'workers/new.ts', "export * from '../app/storage/store'", 'boundaries'],
  ['the server to the face', 'server/new.ts', "export * from '../app/storage/store'", 'boundaries'],
  [
    'the face past a room’s door',
    'app/shared/new.ts',
    "export * from '../../core/charge/search'",
    'boundaries',
  ],
  [
    'the face to the server',
    'app/features/stock/new.ts',
    "export * from '../../../server/error'",
    'boundaries',
  ],
  [
    'past a feature’s door',
    'app/features/stock/new.ts',
    "export * from '~/features/melt/useMeltLog'",
    'boundaries',
  ],
  ['shared up to a feature', 'app/shared/heat/new.ts', "export * from '~/features/melt'", 'boundaries'],
  ['storage up to shared', 'app/storage/new.ts', "export * from '~/shared/units/figures'", 'boundaries'],
  [
    'a route to more than a page',
    'app/pages/new.vue',
    page("import X from '~/features/stock/LotCard.vue'", '<X />'),
    'boundaries',
  ],
  [
    'late, past a feature’s door',
    'app/features/stock/new.ts',
    "export const late = () => import('~/features/melt/useMeltLog')",
    'boundaries',
  ],
]

const ALLOWED: [what: string, file: string, code: string][] = [
  ['a room’s door', 'core/gear/new.ts', "export * from '#core/units'"],
  ['a room’s own files', 'core/gear/new.ts', "export * from './schema'"],
  ['a feature’s door', 'app/features/stock/new.ts', "export * from '~/features/melt'"],
  ['shared and storage', 'app/features/stock/new.ts', "export * from '~/shared/units/figures'"],
  ['a route to a page', 'app/pages/new.vue', page("import X from '~/features/stock/StockPage.vue'", '<X />')],
]

/** A house like this one, to plant in; and what is said of each planted file, by its name. */
const house = mkdtempSync(join(tmpdir(), 'house-'))
const said = new Map<string, string[]>()
const planted = (file: string, at: number) => file.replace(/(new)(\.\w+)$/i, `$1${at}$2`)

/** Two files that name each other: one by what it is, the other as told. */
const CIRCLES = { Round: 'import', OnlyShapes: 'import type' }

beforeAll(() => {
  for (const part of ['app', 'core', 'formats', 'workers', 'server', 'package.json', '.oxlintrc.json'])
    cpSync(part, join(house, part), { recursive: true })
  symlinkSync(resolve('node_modules'), join(house, 'node_modules'))
  mkdirSync(join(house, '.nuxt'))
  const compilerOptions = { moduleResolution: 'Bundler', module: 'ESNext', paths: { '~/*': ['../app/*'] } }
  writeFileSync(join(house, '.nuxt/tsconfig.app.json'), JSON.stringify({ compilerOptions }))
  const files = [...REFUSED, ...ALLOWED].map(([, file, code], at) => {
    writeFileSync(join(house, planted(file, at)), `${code}\n`)
    return planted(file, at)
  })
  for (const [name, how] of Object.entries(CIRCLES)) {
    const [one, two] = [join('app/shared', `${name}.vue`), join('app/shared', `${name}-two.ts`)]
    writeFileSync(join(house, one), page(`import { two } from './${name}-two'`, '<p>{{ two }}</p>'))
    const back = `${how} One from './${name}.vue'\n${how.replace('import', 'export')} { One }`
    writeFileSync(join(house, two), `${back}\nexport const two = 2\n`)
    files.push(one, two)
  }
  const linter = resolve('node_modules/.bin/oxlint')
  const args = ['--tsconfig', '.nuxt/tsconfig.app.json', '-f', 'json', ...files]
  const { diagnostics } = JSON.parse(spawnSync(linter, args, { cwd: house, encoding: 'utf8' }).stdout)
  for (const { filename, code } of diagnostics)
    said.set(filename, [...(said.get(filename) ?? []), code ?? 'fatal'])
}, 60_000)

afterAll(() => rmSync(house, { recursive: true }))

describe('the house, kept by the linter', () => {
  it.each(REFUSED.map(([what, file, , rule], at) => ({ what, file: planted(file, at), rule })))(
    'refuses $what',
    ({ file, rule }) => {
      expect(said.get(file)?.join()).toContain(rule)
    },
  )

  it('refuses a component nobody named', async () => {
    const [result] = await new ESLint().lintText(page('', '<LotCard />'), {
      filePath: 'app/features/stock/New.vue',
    })
    expect(result!.messages.map(({ ruleId }) => ruleId)).toContain('vue/no-undef-components')
  })

  it('refuses what goes round in a circle, through a component too, and not what only names a shape', () => {
    expect(said.get('app/shared/Round.vue')?.join()).toContain('no-cycle')
    expect(said.get('app/shared/OnlyShapes.vue')).toBeUndefined()
  })

  it.each(ALLOWED.map(([what, file], at) => ({ what, file: planted(file, at + REFUSED.length) })))(
    'allows $what',
    ({ file }) => {
      expect(said.get(file)).toBeUndefined()
    },
  )
})
