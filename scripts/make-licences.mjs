/* Lists the packages that ship with the app and their licences, from what is installed: npm run licences. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './ensure.mjs'

/** They build the app and are not in it. */
const TOOLS = new Set([
  '@nuxt/kit',
  '@nuxt/schema',
  '@tailwindcss/vite',
  'nuxt-security',
  '@vite-pwa/nuxt',
  'nuxt',
])
const { dependencies } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'))
const found = new Map()

function add(name) {
  if (found.has(name)) return
  let own
  try {
    own = JSON.parse(readFileSync(join(ROOT, 'node_modules', name, 'package.json'), 'utf8'))
  } catch {
    return
  }
  const licence = typeof own.license === 'string' ? own.license : (own.license?.type ?? 'see the package')
  found.set(name, { name, version: own.version, licence })
  for (const next of Object.keys(own.dependencies ?? {})) add(next)
}
for (const name of Object.keys(dependencies)) if (!TOOLS.has(name)) add(name)
const packages = [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1))
writeFileSync(join(ROOT, 'data/licences.json'), `${JSON.stringify({ version: 1, packages }, null, 2)}\n`)
