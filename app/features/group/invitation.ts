import { fromLetters, toLetters } from './cipher'

/** What a device shows another so that it may join. */
export interface Invitation {
  group: string
  key: Uint8Array<ArrayBuffer>
  secret: string
  /** the screen to begin at */
  to: string
}

const KEY_BYTES = 32

/** The part of an address behind the sign #: no server is ever told it. */
export function toFragment({ group, key, secret, to }: Invitation): string {
  const words = new URLSearchParams({ in: [group, toLetters(key), secret].join('.') })
  if (to !== '/') words.set('to', to)
  return `#${words.toString()}`
}

/** @returns null for what is no invitation, or one that was cut short */
export function fromFragment(fragment: string): Invitation | null {
  const words = new URLSearchParams(fragment.replace(/^#/, ''))
  const [group = '', letters = '', secret = ''] = (words.get('in') ?? '').split('.')
  const key = fromLetters(letters)
  if (!/^[\w-]{8,64}$/.test(group) || key?.length !== KEY_BYTES || !/^[\w-]{16,64}$/.test(secret)) return null
  const to = words.get('to') ?? '/'
  return { group, key, secret, to: /^\/(?!\/)[\w/-]*$/.test(to) ? to : '/' }
}

/** An invitation typed or pasted as a whole address, or as what stands behind its #. */
export const fromAddress = (text: string): Invitation | null =>
  fromFragment(text.includes('#') ? text.slice(text.indexOf('#')) : text.trim())
