import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { withAddresses } from '../../scripts/ensure.mjs'
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

describe('where packages lie', () => {
  const at = (path: string, entry: object) => {
    const lock = { lockfileVersion: 3, packages: { '': { name: 'yard' }, [path]: entry } }
    const told = withAddresses(lock, 'https://packages.example/npm/')
    expect(told).toMatchObject({ lockfileVersion: 3, packages: { '': { name: 'yard' } } })
    return told.packages[path]!.resolved
  }

  it('is told by name and version, of a scope, inside another and under another name too', () => {
    const whole = { version: '1.2.3', integrity: 'sha512-x' }
    expect(at('node_modules/vue', whole)).toBe('https://packages.example/npm/vue/-/vue-1.2.3.tgz')
    expect(at('node_modules/a/node_modules/@nuxt/kit', whole)).toBe(
      'https://packages.example/npm/@nuxt/kit/-/kit-1.2.3.tgz',
    )
    expect(at('node_modules/old', { ...whole, name: 'new' })).toBe(
      'https://packages.example/npm/new/-/new-1.2.3.tgz',
    )
  })

  it('is not told of what comes inside another, nor anew of what says it', () => {
    expect(at('node_modules/a/node_modules/b', { version: '1.0.0', inBundle: true })).toBeUndefined()
    expect(at('node_modules/a', { version: '1.0.0', integrity: 'sha512-x', resolved: 'file:a' })).toBe(
      'file:a',
    )
  })

  it('is in no lock file, and each of its packages has a checksum', () => {
    const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
      packages: Record<string, { resolved?: string; integrity?: string; inBundle?: true }>
    }
    const others = Object.entries(packages).filter(([path]) => path !== '')
    expect(others.filter(([, { resolved }]) => resolved)).toEqual([])
    expect(others.filter(([, { integrity, inBundle }]) => !integrity && !inBundle)).toEqual([])
  })
})
