/**
 * Returns a short mark of a text: the same for the same text, another for almost any other.
 * @returns up to 11 letters and digits
 * @source cyrb53, a 53-bit string hash in the public domain; from memory
 * @example shortMark('tin') === shortMark('tin') // true
 */
export function shortMark(text: string): string {
  let h1 = 0xdeadbeef
  let h2 = 0x41c6ce57
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    h1 = Math.imul(h1 ^ code, 2654435761)
    h2 = Math.imul(h2 ^ code, 1597334677)
  }
  h1 = Math.imul(h1 ^ (h1 >>> 16), 2246822507) ^ Math.imul(h2 ^ (h2 >>> 13), 3266489909)
  h2 = Math.imul(h2 ^ (h2 >>> 16), 2246822507) ^ Math.imul(h1 ^ (h1 >>> 13), 3266489909)
  return (4294967296 * (2097151 & h2) + (h1 >>> 0)).toString(36)
}
