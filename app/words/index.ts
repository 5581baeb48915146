import { shallowRef } from 'vue'
import { createI18n } from 'vue-i18n'
import type { TemperatureUnit } from '#core/units'
import { heated } from './heat'
import english from './en'

/** All words of the app: a folder for each language, a file in it for each room of the app. */
export type Words = typeof english
type Keys<Book extends keyof Words> = `${Book}.${Extract<keyof Words[Book], string>}`
/** A room and a key in it. */
export type WordKey = { [Book in keyof Words]: Keys<Book> }[keyof Words]
/** What stands in the places of a sentence that are left open. */
type Open = Record<string, unknown>
type Folder = Partial<Record<keyof Words, Readonly<Record<string, string>>>>

/** What the tables say, by their own English text. */
type Texts = Readonly<Record<string, string>>

interface Language {
  default: Folder
  texts?: Texts
  nounsAreCapital?: boolean
  /** what is English but for its spelling: how a text is spelled */
  spelled?: (text: string) => string
}
const FOLDERS = import.meta.glob<Language>(['./*/index.ts', '!./en/index.ts'])
const TAGS = ['en', ...Object.keys(FOLDERS).map((path) => path.split('/')[1]!)]
const KEPT = 'language'

/** A pseudo-language for tests: kept as chosen it is used, but it is not offered. */
const PSEUDO = 'en-XA'

/** Languages on offer, as BCP 47 tags. */
export const LANGUAGES: readonly string[] = TAGS.filter((tag) => tag !== PSEUDO).sort()

/** Chosen here, else what the browser asks for, else English. */
function languageHere(): string {
  if (typeof window === 'undefined') return 'en'
  const kept = readKept()
  if (kept && TAGS.includes(kept)) return kept
  for (const asked of navigator.languages) {
    if (LANGUAGES.includes(asked)) return asked
    const plain = asked.split('-')[0]!
    if (LANGUAGES.includes(plain)) return plain
  }
  return 'en'
}

/** A browser may keep nothing, or forbid to ask. */
function readKept(): string | null {
  try {
    return localStorage.getItem(KEPT)
  } catch {
    return null
  }
}

/** The language the words are in, from the start of the page to its end. */
export const language = languageHere()
// Before anything that has words is read: what is written down once, at its module's start, is in the language too.
const other = language === 'en' ? null : await FOLDERS[`./${language}/index.ts`]!().catch(() => null)

const texts: Texts = other?.texts ?? {}
const spelled = other?.spelled ?? ((text: string) => text)
/** Temperatures stand in °C in every message and text: they are told in the yard's scale. */
const heatIn = shallowRef<TemperatureUnit>('C')
/** The scale that temperatures are told in from now on, in messages and in texts of the tables. */
export function tellHeatIn(scale: TemperatureUnit): void {
  heatIn.value = scale
}

/** What was told so far, by the scale and the text: a page says the same sentence many times. */
const saidIn: Record<TemperatureUnit, Map<string, string>> = { C: new Map(), F: new Map() }
/** Spelled and told in the yard's scale when it is said, not all of thousands while the page begins. */
function said(text: string): string {
  const known = saidIn[heatIn.value]
  const before = known.get(text)
  if (before !== undefined) return before
  const now = heated(spelled(text), heatIn.value)
  known.set(text, now)
  return now
}

/** A message of a folder by its room and key; null where the folder has none. */
function messageOf(folder: Folder, path: string): string | null {
  const [book, ...rest] = path.split('.')
  const text = folder[book as keyof Words]?.[rest.join('.')]
  return text === undefined ? null : said(text)
}

export const words = createI18n({
  legacy: false,
  locale: other ? language : 'en',
  fallbackLocale: 'en',
  messages: { en: english, ...(other ? { [language]: other.spelled ? english : other.default } : {}) },
  messageResolver: (folder, path) => messageOf(folder as Folder, path),
  missingWarn: false,
  fallbackWarn: false,
  warnHtmlMessage: false,
})
const translate = words.global.t as (key: string, open: Open, options?: { plural: number }) => string

/**
 * Words by their key.
 * @param open what stands in their open places
 * @example t('app-shell.undo') // 'Undo'
 */
export function t(key: WordKey, open: Open = {}): string {
  let mark: string = key
  for (const name in open) {
    const value = open[name]
    if (typeof value === 'object' && value !== null) return translate(key, open)
    mark += `\u0001${name}\u0002${String(value)}`
  }
  const known = toldIn[heatIn.value]
  const before = known.get(mark)
  if (before !== undefined) return before
  const now = translate(key, open)
  // Figures that go by are not kept for ever.
  if (known.size >= MOST_TOLD) known.clear()
  known.set(mark, now)
  return now
}
/** Messages put together so far, by the scale, their key and what stands in them: a page says them at every change. */
const toldIn: Record<TemperatureUnit, Map<string, string>> = { C: new Map(), F: new Map() }
const MOST_TOLD = 5000

/** A text of the data tables in the language, and in the yard's scale of temperature; as it stands there where nobody has put it into that yet. */
export function told(text: string): string
export function told(text: string | undefined): string | undefined
export function told(text: string | undefined): string | undefined {
  return text === undefined ? undefined : said(texts[text] ?? text)
}

/** A name as it stands within a sentence: "Green sand" is "green sand", "A mesh file" is "a mesh file", a German noun keeps its large letter. */
export const inSentence = (name: string): string =>
  other?.nounsAreCapital || !/^(?:[A-ZÀ-Þ]|A (?=[a-z]))[a-zà-ÿ]/.test(name)
    ? name
    : name.charAt(0).toLowerCase() + name.slice(1)

/**
 * So many of a thing, by the language's own rules of number: the forms of a message lie between its bars.
 * @param count stands in the message as {n}
 */
export const counting = (key: WordKey, count: number): string =>
  translate(key, { n: count }, { plural: count })

/** Keeps the choice, and begins anew in it. */
export function chooseLanguage(tag: string): void {
  try {
    localStorage.setItem(KEPT, tag)
  } catch {
    // A browser that keeps nothing asks again next time.
  }
  location.reload()
}
