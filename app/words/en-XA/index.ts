/**
 * A language nobody speaks: English with accents, a third longer. It is not offered; a browser test keeps it as the
 * chosen language to find words that are hard-wired and layouts that are too tight.
 */
const ACCENTS: Readonly<Record<string, string>> = {
  a: 'á',
  e: 'é',
  i: 'í',
  o: 'ó',
  u: 'ú',
  y: 'ý',
  A: 'Á',
  E: 'É',
  I: 'Í',
  O: 'Ó',
  U: 'Ú',
}
/** A third more letters, as German has. */
const LONGER = 1 / 3
/** Letters of a padding word. */
const PADDING = 8

/** Padding that wraps as words do. */
function padding(letters: number): string {
  return '~'.repeat(letters).replaceAll(new RegExp(`~{${PADDING}}(?=~)`, 'g'), '$& ')
}

/**
 * A text in the pseudo-language; places left open, the bars between plural forms and quoted braces stay.
 * @example spelled('Grey mould') // 'Gréý móúld~~~'
 */
export function spelled(text: string): string {
  return text
    .split('|')
    .map((form) => {
      const letters = form.replaceAll(/\{[^}]*\}/g, '').replaceAll(/[^a-z]/gi, '').length
      const accented = form.replaceAll(/\{[^}]*\}|[aeiouyAEIOU]/g, (one) => ACCENTS[one] ?? one)
      const end = accented.trimEnd()
      return letters < 2 ? form : end + padding(Math.round(letters * LONGER)) + accented.slice(end.length)
    })
    .join('|')
}

export default {}
