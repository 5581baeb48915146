import { findPhoto, madeSmall, putPhoto } from '~/storage/photos'
import { fromLetters, toLetters } from './cipher'
import type { Passing } from './presence'

/** Longest side of a small picture, pixels, and how hard it is pressed. */
const SMALL = 200
const QUALITY = 0.7
/** Nobody who is here has it, or the line is slow. */
const PATIENCE_MS = 8000
/** Of several that have it one is to answer: each waits a little, and hears whether another did. */
const JITTER_MS = 200

const key = (id: string, small: boolean) => `${id}/${small}`

/**
 * Pictures on demand: a device asks for what it does not have, and one that has it answers. Small ones last as long as
 * the page; a whole one is kept by who asked for it.
 */
export function openPhotos(pass: (one: Passing) => void) {
  const small = new Map<string, Blob>()
  const awaited = new Map<string, { came: Promise<Blob | null>; take: (photo: Blob | null) => void }>()
  const answered = new Set<string>()

  return {
    ask(id: string, asSmall: boolean): Promise<Blob | null> {
      const known = asSmall ? small.get(id) : undefined
      if (known) return Promise.resolve(known)
      const under = awaited.get(key(id, asSmall))
      if (under) return under.came
      let take: (photo: Blob | null) => void = () => {}
      const came = new Promise<Blob | null>((resolve) => (take = resolve)).finally(() =>
        awaited.delete(key(id, asSmall)),
      )
      awaited.set(key(id, asSmall), { came, take })
      pass({ is: 'wanted', photo: id, small: asSmall })
      setTimeout(() => take(null), PATIENCE_MS)
      return came
    },
    async hear(one: Passing): Promise<void> {
      if (one.is === 'photo') {
        answered.add(key(one.photo, one.small))
        const bytes = fromLetters(one.data)
        const waits = awaited.get(key(one.photo, one.small))
        if (!bytes || !waits) return
        const photo = new Blob([bytes], { type: 'image/jpeg' })
        if (one.small) small.set(one.photo, photo)
        else await putPhoto(one.photo, photo).catch(() => {})
        waits.take(photo)
      } else if (one.is === 'wanted') {
        const photo = await findPhoto(one.photo).catch(() => null)
        if (!photo) return
        answered.delete(key(one.photo, one.small))
        await new Promise((resolve) => setTimeout(resolve, Math.random() * JITTER_MS))
        if (answered.has(key(one.photo, one.small))) return
        const given = one.small ? await madeSmall(photo, SMALL, QUALITY).catch(() => null) : photo
        if (!given) return
        const data = toLetters(new Uint8Array(await given.arrayBuffer()))
        pass({ is: 'photo', photo: one.photo, small: one.small, data })
      }
    },
  }
}
