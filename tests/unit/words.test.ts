import { NodeTypes, type RootNode, type TemplateChildNode } from '@vue/compiler-dom'
import ts from 'typescript'
import { parse } from 'vue/compiler-sfc'
import { describe, expect, it } from 'vitest'
import { createI18n } from 'vue-i18n'
import english from '~/words/en'
import { counting, LANGUAGES, t } from '~/words'
import { RESPELLED, spelled } from '~/words/en-US/spelling'
import { APP_SOURCES } from '../support/app-sources'
import { toldTexts } from '../support/told-texts'
import { localFigures } from '~/shared/units/decimal-mark'
import { habitsOf, placeOf } from '~/shared/units/habits'

type Book = Readonly<Record<string, string>>
type Folder = Readonly<Record<string, Book>>
const TEXTS = import.meta.glob<Book>('../../app/words/*/texts.json', { eager: true, import: 'default' })
const FOLDERS = import.meta.glob<{ default?: Folder; spelled?: (text: string) => string }>(
  '../../app/words/*/index.ts',
  { eager: true },
)
/** A language's messages; of one that is only spelled otherwise, the English ones so. */
function folderOf(tag: string): Folder {
  const { default: folder, spelled } = FOLDERS[`../../app/words/${tag}/index.ts`]!
  if (!spelled) return folder!
  return Object.fromEntries(
    Object.entries(en).map(([book, words]) => [
      book,
      Object.fromEntries(Object.entries(words).map(([key, text]) => [key, spelled(text)])),
    ]),
  )
}
const SOURCES = Object.entries(APP_SOURCES).filter(([file]) => !file.startsWith('words/'))
const source = SOURCES.map(([, text]) => text).join('\n')
/** All that is between quotes somewhere. */
const quoted = new Set([...source.matchAll(/(["'])([\w-]+\.[\w-]+)\1/g)].map(([, , key]) => key!))
const en: Folder = english
/** A language that changes only what a wider one says otherwise has a region in its tag. */
const whole = LANGUAGES.filter((tag) => tag !== 'en' && !tag.includes('-'))
const all = LANGUAGES.filter((tag) => tag !== 'en')
const messages = (folder: Folder) =>
  Object.entries(folder).flatMap(([book, words]) =>
    Object.entries(words).map(([key, text]) => [`${book}.${key}`, text] as const),
  )
/** Places left open in a message; a quoted sign in braces is none. */
const open = (text: string) =>
  [...new Set([...text.matchAll(/\{(\w+)\}/g)].map(([, name = '']) => name))].sort()
const forms = (text: string) => text.replaceAll("{'|'}", '').split('|').length

/** Messages of those asked about that a source says, with the places it fills; null where they are not written out there. */
interface Said {
  key: string
  given: ReadonlySet<string> | null
}
function saidIn(text: string, about: (key: string) => boolean): Said[] {
  const calls = [...text.matchAll(/\bt\(/g)].filter(({ index }) =>
    KEYS_AHEAD.test(text.slice(index, index + 300)),
  )
  return calls.flatMap(({ index }): Said[] => {
    // From the call on, the rest is whatever it is: the parser makes of it what it can.
    const parsed = ts.createSourceFile('said.ts', text.slice(index, index + 1500), ts.ScriptTarget.Latest)
    const [statement] = parsed.statements
    const call = statement && ts.isExpressionStatement(statement) ? callIn(statement.expression) : null
    const [name, filled] = call?.arguments ?? []
    const keys = (name ? literalsOf(name) : []).filter(about)
    if (!filled) return keys.map((key) => ({ key, given: new Set<string>() }))
    if (!ts.isObjectLiteralExpression(filled) || filled.properties.some(ts.isSpreadAssignment))
      return keys.map((key) => ({ key, given: null }))
    const given = new Set(
      filled.properties.flatMap((one) => (one.name && ts.isIdentifier(one.name) ? one.name.text : [])),
    )
    return keys.map((key) => ({ key, given }))
  })
}
const KEYS_AHEAD = /^t\([^;]*?'[\w-]+\.[\w-]+'/
/** Keys an argument may be: one, or those of both sides of a condition. */
function literalsOf(node: ts.Expression): string[] {
  if (ts.isStringLiteral(node)) return [node.text]
  if (ts.isParenthesizedExpression(node)) return literalsOf(node.expression)
  return ts.isConditionalExpression(node) ? [...literalsOf(node.whenTrue), ...literalsOf(node.whenFalse)] : []
}
/** The call that an expression begins with. */
function callIn(expression: ts.Expression): ts.CallExpression | null {
  let found: ts.CallExpression | null = null
  const visit = (node: ts.Node): void => {
    if (
      ts.isCallExpression(node) &&
      ts.isIdentifier(node.expression) &&
      node.expression.text === 't' &&
      node.pos === 0
    )
      found = node
    if (node.pos === 0) ts.forEachChild(node, visit)
  }
  visit(expression)
  return found
}

/** Messages that a template writes with more than words in them, and the places it fills. */
function slotsIn(text: string): { key: string; given: ReadonlySet<string> }[] {
  const found: { key: string; given: ReadonlySet<string> }[] = []
  const visit = (node: TemplateChildNode | RootNode): void => {
    if (node.type === NodeTypes.ELEMENT && node.tag === 'I18nT') {
      const keypath = node.props.find(({ name }) => name === 'keypath')
      const bound = node.props.find((one) => one.type === NodeTypes.DIRECTIVE && one.rawName === ':keypath')
      const keys =
        keypath?.type === NodeTypes.ATTRIBUTE
          ? [keypath.value?.content ?? '']
          : bound?.type === NodeTypes.DIRECTIVE
            ? [...(bound.exp?.loc.source ?? '').matchAll(/'([\w-]+\.[\w-]+)'/g)].map(([, key]) => key!)
            : []
      const given = node.children.flatMap((child) => {
        const slot = child.type === NodeTypes.ELEMENT && child.props.find(({ name }) => name === 'slot')
        return slot && slot.type === NodeTypes.DIRECTIVE ? (slot.arg?.loc.source ?? []) : []
      })
      for (const key of keys) found.push({ key, given: new Set(given) })
    }
    if ('children' in node) for (const child of node.children) visit(child as TemplateChildNode)
  }
  const { template } = parse(text).descriptor
  if (template?.ast) visit(template.ast)
  return found
}

describe('the words of the app', () => {
  it('are in English, American English and German', () => {
    expect(LANGUAGES).toEqual(['de', 'en', 'en-US'])
  })
  it('every key a page asks for is there, and none is there unasked', () => {
    const asked = new Set(
      [...source.matchAll(/(?:\bt\(\s*|counting\(\s*|keypath=)["']([\w-]+\.[\w-]+)["']/g)].map(
        ([, key]) => key!,
      ),
    )
    const known = new Set(messages(en).map(([key]) => String(key)))
    expect([...asked].filter((key) => !known.has(key))).toEqual([])
    const unasked = [...known].filter((key) => !key.startsWith('count.') && !quoted.has(key))
    expect(unasked).toEqual([])
  })
  it('who says a message fills every place that it leaves open', () => {
    const texts = new Map<string, string>(messages(en))
    const placesOf = (key: string) =>
      open(texts.get(key) ?? '').filter((name) => name !== 'n' || !key.startsWith('count.'))
    const faults: string[] = []
    let filled = 0
    for (const [file, text] of SOURCES)
      for (const { key, given } of saidIn(text, (key) => placesOf(key).length > 0)) {
        if (given === null) continue
        const places = placesOf(key)
        filled += places.length
        const empty = places.filter((name) => !given.has(name))
        if (empty.length > 0) faults.push(`${file}: ${key} leaves ${empty.join(', ')} empty`)
      }
    expect(faults).toEqual([])
    expect(filled).toBeGreaterThan(800)
  })
  it('who says a message passes nothing that it does not use', () => {
    const texts = new Map<string, string>(messages(en))
    const faults: string[] = []
    for (const [file, text] of SOURCES) {
      // The sides of a condition share their arguments.
      const calls = new Map<ReadonlySet<string>, string[]>()
      for (const { key, given } of saidIn(text, () => true))
        if (given) calls.set(given, [...(calls.get(given) ?? []), key])
      for (const [given, keys] of calls) {
        const used = new Set(keys.flatMap((key) => open(texts.get(key) ?? '')))
        const idle = [...given].filter((name) => !used.has(name))
        if (idle.length > 0) faults.push(`${file}: ${keys.join(' or ')} does not use ${idle.join(', ')}`)
      }
    }
    expect(faults).toEqual([])
  })
  it('a message with more than words in it has each of its places filled', () => {
    const texts = new Map<string, string>(messages(en))
    const faults: string[] = []
    let filled = 0
    for (const [file, text] of SOURCES)
      if (file.endsWith('.vue') && text.includes('<I18nT'))
        for (const { key, given } of slotsIn(text)) {
          const places = open(texts.get(key) ?? '')
          filled += places.length
          for (const name of places) if (!given.has(name)) faults.push(`${file}: ${key} leaves ${name} empty`)
        }
    expect(faults).toEqual([])
    expect(filled).toBeGreaterThan(50)
  })
  it.each(whole)('%s has every message and none besides', (tag) => {
    expect(
      messages(folderOf(tag))
        .map(([key]) => key)
        .sort(),
    ).toEqual(
      messages(en)
        .map(([key]) => key)
        .sort(),
    )
  })
  it.each(all)('%s leaves the same places open, has the same forms of number, and says something', (tag) => {
    for (const [key, text] of messages(folderOf(tag))) {
      const [book, name] = key.split(/\.(.*)/) as [string, string]
      const other = en[book]?.[name]
      expect(other, `${tag} ${key} is no message of English`).toBeDefined()
      expect(open(text), `${tag} ${key}`).toEqual(open(other!))
      expect(forms(text), `${tag} ${key}`).toBe(forms(other!))
      expect(text.trim(), `${tag} ${key}`).not.toBe('')
    }
  })
  it.each(LANGUAGES)('%s can be read by the package: no message breaks off or leaves a brace', (tag) => {
    const faults: string[] = []
    const { global } = createI18n({ legacy: false, locale: tag, warnHtmlMessage: false, missingWarn: false })
    global.setLocaleMessage(tag, folderOf(tag))
    const say = global.t as (key: string, given: Record<string, string>) => string
    for (const [key, text] of messages(folderOf(tag))) {
      const given = Object.fromEntries(open(text).map((name) => [name, `<${name}>`]))
      const said = say(key, given)
      if (said === key || /[{}]/.test(said.replaceAll("{'", ''))) faults.push(`${key}: ${said}`)
      for (const name of open(text)) if (!said.includes(`<${name}>`) && forms(text) === 1) faults.push(key)
    }
    expect(faults).toEqual([])
  })
  it.each(whole)('%s has every text of the data tables, and none that is there no more', (tag) => {
    const texts = TEXTS[`../../app/words/${tag}/texts.json`]!
    const wanted = toldTexts()
    expect(wanted.filter((text) => !texts[text])).toEqual([])
    expect(Object.keys(texts).filter((text) => !wanted.includes(text))).toEqual([])
  })
  it('American English is spelled so throughout, in words and in tables, and no spelling is there that nothing needs', () => {
    const texts = [...messages(en).map(([, text]) => text), ...toldTexts()]
    const used = RESPELLED.filter((word) => texts.some((text) => new RegExp(`\\b${word}\\b`, 'i').test(text)))
    expect(used).toEqual(RESPELLED)
    // Words and endings that British English alone has, but for English words that end so everywhere.
    const british =
      /\b(?!rais|ris|otherwis|promis|surpris|exercis|precis|nois|advis|comprom|wis|exist)\w+?is(?:e[drs]?|ing)\b|\b\w*(?:mould|colour|vapour|aluminium|aluminis|sulph|litre|[a-z]metre|fibre|grey|draught|neighbour|analyse|jewell)\w*/i
    const left = texts
      .map((text) => spelled(text).replace(/\{\w+\}/g, ''))
      .filter((text) => british.test(text))
    expect(left.map((text) => `${british.exec(text)![0]}: ${text.slice(0, 60)}`)).toEqual([])
    expect(spelled('Grey {colour} of a mould')).toBe('Gray {colour} of a mold')
  })
  it('none, one and many are said by the rules of number', () => {
    expect([0, 1, 2, 21].map((count) => counting('count.lot', count))).toEqual([
      '0 lots',
      '1 lot',
      '2 lots',
      '21 lots',
    ])
    expect(t('app-shell.undo')).toBe('Undo')
  })
  it('in templates no words stand outside the folder', () => {
    const bare = SOURCES.flatMap(([file, text]) => {
      if (!file.endsWith('.vue')) return []
      const template = /<template>[\s\S]*<\/template>/.exec(text)?.[0] ?? ''
      const between = template
        .replace(/<!--[\s\S]*?-->/g, '')
        .replace(/\{\{[\s\S]*?\}\}/g, '')
        .replaceAll('&nbsp;', ' ')
        .replace(/<(?:"[^"]*"|'[^']*'|[^'">])*>/g, '\u0001')
      return between
        .split('\u0001')
        .filter((words) => /[a-z]{3}/i.test(words))
        .map((words) => `${file}: ${words.trim()}`)
    })
    expect(bare).toEqual([])
  })
})

describe('habits of a place', () => {
  it('the place is that of the language chosen, where the browser tells one', () => {
    expect(placeOf('de', ['en-US', 'de-CH', 'de'])).toBe('de-CH')
    expect(placeOf('de', ['en-US'])).toBe('de')
    expect(placeOf('en', ['en-GB', 'en'])).toBe('en-GB')
  })
  it('figures take the mark of the language, and names and stamps keep theirs', () => {
    expect(localFigures('1 234.5 g', ',')).toBe('1 234,5 g')
    expect(localFigures('C90500, H-013. 2 lots', ',')).toBe('C90500, H-013. 2 lots')
    expect(localFigures('0.3', '.')).toBe('0.3')
  })
  it.each([
    ['en-US', 'lb', 'F', 'in', '$'],
    ['en-GB', 'g', 'C', 'mm', '£'],
    ['de', 'g', 'C', 'mm', '€'],
    ['de-CH', 'g', 'C', 'mm', 'CHF'],
    ['pl', 'g', 'C', 'mm', 'zł'],
  ])(
    'a new yard of %s weighs in %s, is hot in °%s, measures in %s and pays in %s',
    (tag, mass, temperature, length, currency) => {
      expect(habitsOf(tag)).toEqual({ mass, temperature, length, currency })
    },
  )
})
