import { webcrypto } from 'node:crypto'
import { packPiece, relayWordSchema, signedText, unpackPiece, type Piece, type RelayWord } from '#core/relay'
import type { Relay } from '../../../../server/group/relay'

const { subtle } = webcrypto
const HOW = { name: 'ECDSA', namedCurve: 'P-256' }
type Keys = Awaited<ReturnType<typeof newKeys>>
export const newKeys = async () => {
  const { publicKey, privateKey } = await subtle.generateKey(HOW, true, ['sign', 'verify'])
  const raw = Buffer.from(await subtle.exportKey('raw', publicKey)).toString('base64url')
  return { raw, privateKey }
}
export const signature = async ({ privateKey }: Keys, text: string) =>
  Buffer.from(await subtle.sign({ name: 'ECDSA', hash: 'SHA-256' }, privateKey, Buffer.from(text))).toString(
    'base64url',
  )

/** A device at the end of a line that is no network, and what it got. */
export function lineTo(relay: Relay, { address = '10.0.0.2', own = false, waiting = (): number => 0 } = {}) {
  const words: RelayWord[] = []
  const pieces: Piece[] = []
  const state = { shut: false }
  let end: ReturnType<Relay['connect']> | null = null
  end = relay.connect({
    address,
    own,
    waiting,
    send: (frame) => {
      if (typeof frame === 'string') words.push(relayWordSchema.parse(JSON.parse(frame)))
      else pieces.push(unpackPiece(frame)!)
    },
    close: () => {
      if (state.shut) return
      state.shut = true
      end?.closed()
    },
  })
  const word = (one: object) => end.frame(new TextEncoder().encode(JSON.stringify(one)))
  const nonce = () => (words.find(({ say }) => say === 'nonce') as { nonce: string } | undefined)?.nonce ?? ''
  return {
    words,
    pieces,
    state,
    word,
    frame: end.frame,
    closed: end.closed,
    /** Says who it is, truly. */
    async comeIn(act: 'found' | 'join' | 'enter', keys: Keys, device: string, rest: object = {}) {
      const group = 'the-yard-of-tests'
      await word({
        do: act,
        group,
        device,
        signature: await signature(keys, signedText(nonce(), group, device)),
        log: null,
        after: 0,
        ...(act === 'enter' ? {} : { key: keys.raw }),
        ...(act === 'found' ? { code: '' } : {}),
        ...rest,
      })
    },
    nonce,
    send: (kind: Piece['kind'], content: Uint8Array, more = false) =>
      end.frame(packPiece({ kind, more, number: 0, content })),
    said: (say: RelayWord['say']) => words.filter((one) => one.say === say),
    no: () => words.flatMap((one) => (one.say === 'no' ? [one.why] : [])),
  }
}
