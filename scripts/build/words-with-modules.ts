import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Plugin } from 'vite'

const VIRTUAL = '\0words/'

/**
 * Brings the English words of a book with the modules that use them. Without it all books come with the first screen.
 * A module uses a book where its source holds a string that begins with the book's name and a dot.
 * @param folder of the English books, absolute
 */
export function wordsWithModules(folder: string): Plugin {
  const books = readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .map((name) => name.slice(0, -'.json'.length))
  const used = new RegExp(`["'\`](${books.join('|')})\\.`, 'g')
  const registry = join(folder, 'index.ts')
  return {
    name: 'words-with-modules',
    apply: 'build',
    enforce: 'pre',
    resolveId: (id) => (id.startsWith('words-of/') ? VIRTUAL + id.slice('words-of/'.length) : null),
    load(id) {
      if (id === registry) return 'export default {}'
      if (!id.startsWith(VIRTUAL)) return null
      const book = id.slice(VIRTUAL.length)
      return [
        `import books from ${JSON.stringify(registry)}`,
        `import words from ${JSON.stringify(join(folder, `${book}.json`))}`,
        `books[${JSON.stringify(book)}] = words`,
      ].join('\n')
    },
    transform(code, id) {
      const [path = ''] = id.split('?')
      if (!path.includes('/app/') || path.includes('/node_modules/') || path.includes('/app/words/'))
        return null
      if (!/\.(ts|vue)$/.test(path) || /[?&](type=style|raw|url|worker)/.test(id)) return null
      const found = new Set([...code.matchAll(used)].map(([, book]) => book))
      if (found.size === 0) return null
      const imports = [...found].map((book) => `import ${JSON.stringify(`words-of/${book}`)}\n`).join('')
      if (!path.endsWith('.vue')) return { code: imports + code, map: null }
      // The source of a component is split into its parts later: its words come with its script.
      return id.includes('?')
        ? null
        : { code: code.replace(/<script[^>]*>/, (tag) => `${tag}\n${imports}`), map: null }
    },
  }
}
