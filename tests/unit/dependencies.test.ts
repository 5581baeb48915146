import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { APP_SOURCES } from '../support/app-sources'

it('docs/dependencies.md tells of every direct dependency, and of no other', () => {
  const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as {
    dependencies: Record<string, string>
  }
  const rows = readFileSync('docs/dependencies.md', 'utf8').matchAll(
    /^\| (\S+) \| (.+) \| (.+) \| (.+) \|$/gm,
  )
  const told = [...rows]
    .map(([, name]) => name!)
    .filter((name) => name !== 'package' && !name.startsWith('-'))
  expect(told.sort()).toEqual(Object.keys(dependencies).sort())
})

it('one file alone knows localForage', () => {
  const knowing = Object.keys(APP_SOURCES).filter((name) => APP_SOURCES[name]!.includes("from 'localforage'"))
  expect(knowing).toEqual([join('storage', 'store.ts')])
})
