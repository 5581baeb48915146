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

/** Languages there are words in, as the standard tags them (BCP 47). */
export const LANGUAGES: readonly string[] = TAGS.sort()

/** Chosen here, else what the browser asks for, else English. */
function languageHere(): string {
  if (typeof window === 'undefined') return 'en'
  const kept = readKept()
  if (kept && LANGUAGES.includes(kept)) return kept
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

export const words = createI18n({
  legacy: false,
  locale: other ? language : 'en',
  fallbackLocale: 'en',
  missingWarn: false,
  fallbackWarn: false,
  warnHtmlMessage: false,
})
/** Temperatures stand in °C in every message: they are told in the yard's scale. */
const heatIn = shallowRef<TemperatureUnit>('C')
const folders: readonly (readonly [string, Folder])[] = [
  ['en', english],
  ...(other ? [[language, respelled(other)] as const] : []),
]
function fillMessages(): void {
  for (const [tag, folder] of folders)
    words.global.setLocaleMessage(
      tag,
      everyMessage(folder, (text) => heated(text, heatIn.value)),
    )
}
fillMessages()
/** The scale that temperatures are told in from now on, in messages and in texts of the tables. */
export function tellHeatIn(scale: TemperatureUnit): void {
  if (scale === heatIn.value) return
  heatIn.value = scale
  fillMessages()
}
const translate = words.global.t as (key: string, open: Open, options?: { plural: number }) => string

/**
 * Words by their key.
 * @param open what stands in their open places
 * @example t('frame.undo') // 'Undo'
 */
export const t = (key: WordKey, open: Open = {}): string => translate(key, open)

/** A language's messages; of one that is only spelled otherwise, the English ones so. */
export function respelled({ default: folder, spelled }: Language): Folder {
  return spelled ? everyMessage(english, spelled) : folder
}

function everyMessage(folder: Folder, change: (text: string) => string): Folder {
  return Object.fromEntries(
    Object.entries<Readonly<Record<string, string>>>(folder).map(([book, messages]) => [
      book,
      Object.fromEntries(Object.entries(messages).map(([key, text]) => [key, change(text)])),
    ]),
  )
}

const texts: Texts = other?.texts ?? {}
const spelled = other?.spelled ?? ((text: string) => text)

/** A text of the data tables in the language, and in the yard's scale of temperature; as it stands there where nobody has put it into that yet. */
export function told(text: string): string
export function told(text: string | undefined): string | undefined
export function told(text: string | undefined): string | undefined {
  return text === undefined ? undefined : heated(texts[text] ?? spelled(text), heatIn.value)
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
