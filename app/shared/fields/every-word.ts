/**
 * Whether a text holds every word asked for, in any order and case; asked for nothing, it always does.
 * @example everyWord('GUN metal')('Gunmetal, 88-10-0-2') // true
 */
export function everyWord(asked: string): (text: string) => boolean {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
  return (text) => {
    const lower = text.toLowerCase()
    return words.every((word) => lower.includes(word))
  }
}
