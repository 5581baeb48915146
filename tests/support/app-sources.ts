import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/** What the files of the app say, by their paths in it. */
export const APP_SOURCES: Readonly<Record<string, string>> = Object.fromEntries(
  readdirSync('app', { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|vue)$/.test(name))
    .map((name) => [name, readFileSync(join('app', name), 'utf8')]),
)
