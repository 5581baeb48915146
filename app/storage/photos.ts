import { t } from '~/words'
import { openStore } from './store'

const photos = openStore('hephaestal', 'photos')
/** Pictures in a browser that keeps nothing: they last as long as the page. */
const loose = new Map<string, Kept>()

/** Longest side a picture is kept at, pixels, and how hard it is pressed. */
const LONGEST = 1280
const QUALITY = 0.8
/** A picture this young is not thrown away. */
const SPARED_MS = 24 * 3600 * 1000

interface Kept {
  photo: Blob
  at: number
}

const diskOpens = () =>
  photos.ready().then(
    () => true,
    () => false,
  )

/**
 * Makes a picture small and keeps it.
 * @returns its id
 * @throws where the file is no picture the browser can read, or the disk is full
 */
export async function keepPhoto(file: Blob): Promise<string> {
  const blob = await madeSmall(file, LONGEST, QUALITY)
  const { contentId } = await import('./content-id')
  const id = contentId(new Uint8Array(await blob.arrayBuffer()))
  await putPhoto(id, blob)
  return id
}

/**
 * A picture no larger than this, as a JPEG.
 * @param longest of its sides, pixels
 * @param quality how hard it is pressed, 0 to 1
 * @throws where the file is no picture the browser can read
 */
export async function madeSmall(file: Blob, longest: number, quality: number): Promise<Blob> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, longest / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * scale))
  canvas.height = Math.max(1, Math.round(picture.height * scale))
  const pen = canvas.getContext('2d')!
  // What is see-through would turn black.
  pen.fillStyle = '#fff'
  pen.fillRect(0, 0, canvas.width, canvas.height)
  pen.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality))
  if (!blob) throw new Error(t('storage.picture-failed'))
  return blob
}

/** A picture by its id; null where it is not kept here. */
export async function findPhoto(id: string): Promise<Blob | null> {
  const kept = (await diskOpens()) ? await photos.getItem<Kept>(id) : loose.get(id)
  return kept?.photo ?? null
}

export async function putPhoto(id: string, photo: Blob): Promise<void> {
  const kept = { photo, at: Date.now() }
  if (await diskOpens()) await photos.setItem<Kept>(id, kept)
  else loose.set(id, kept)
}

/**
 * Deletes stored pictures that nothing names; new ones may yet be named in another window.
 * @param named asked only where pictures are stored: it looks through the whole yard
 */
export async function sweepPhotos(named: () => ReadonlySet<string>): Promise<void> {
  if (!(await diskOpens())) return
  const before = Date.now() - SPARED_MS
  const stored = await photos.keys()
  if (stored.length === 0) return
  const kept = named()
  for (const id of stored) {
    if (kept.has(id)) continue
    const photo = await photos.getItem<Kept>(id)
    if (!photo || photo.at < before) await photos.removeItem(id)
  }
}
