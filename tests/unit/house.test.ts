import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'

/* Each kind of import that the house forbids, planted, and what the linter says of it; and some that it allows. */
const linter = new ESLint()
async function refused(filePath: string, code: string): Promise<string[]> {
  const [result] = await linter.lintText(`${code}\n`, { filePath })
  return result!.messages
    .map(({ ruleId }) => ruleId ?? 'fatal')
    .filter((rule) => /fatal|boundaries|restricted|undef-components/.test(rule))
}
const page = (script: string, template = '<p />') =>
  `<script setup lang="ts">\n${script}\n</script>\n\n<template>\n  ${template}\n</template>`

describe('the house, kept by the linter', () => {
  it.each([
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
    ['a component nobody named', 'app/features/stock/New.vue', page('', '<LotCard />'), 'undef-components'],
  ])('refuses %s', async (_, file, code, rule) => {
    expect((await refused(file, code)).join()).toContain(rule)
  })

  it('refuses what goes round in a circle, through a component too, and not what only names a shape', () => {
    const planted = mkdtempSync(join(tmpdir(), 'circle-'))
    const said = (back: string) => {
      writeFileSync(join(planted, 'One.vue'), page("import { two } from './two'", '<p>{{ two }}</p>'))
      writeFileSync(join(planted, 'two.ts'), `${back}\nexport const two = 2\n`)
      return spawnSync('npx', ['oxlint', '-c', '.oxlintrc.json', planted], { encoding: 'utf8' })
    }
    try {
      const round = said("import One from './One.vue'\nexport { One }")
      expect([round.status, round.stdout.includes('no-cycle')]).toEqual([1, true])
      expect(said("import type One from './One.vue'\nexport type { One }").status).toBe(0)
    } finally {
      rmSync(planted, { recursive: true })
    }
  })

  it.each([
    ['a room’s door', 'core/gear/new.ts', "export * from '#core/units'"],
    ['a room’s own files', 'core/gear/new.ts', "export * from './schema'"],
    ['a feature’s door', 'app/features/stock/new.ts', "export * from '~/features/melt'"],
    ['shared and storage', 'app/features/stock/new.ts', "export * from '~/shared/units/figures'"],
    [
      'a route to a page',
      'app/pages/new.vue',
      page("import X from '~/features/stock/StockPage.vue'", '<X />'),
    ],
  ])('allows %s', async (_, file, code) => {
    expect(await refused(file, code)).toEqual([])
  })
})
