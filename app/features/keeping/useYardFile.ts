import { why } from '~/storage/why'
import { ref, shallowRef } from 'vue'
import type { ZipFault, ZipRead } from '#formats/workspace-zip'
import type { Fits, Workspace } from '#core/workspace'
import { Stopped } from '~/shared/engines/asked-engine'
import { navigateTo } from '#imports'
import { downloadBlob } from '~/shared/page/useDownload'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { useSafeKeeping } from './useSafeKeeping'
import { today, useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'

/** A yard from a file, to be looked at before it changes anything. */
export interface YardOfFile {
  workspace: Workspace
  name: string
  photos: Record<string, Uint8Array>
  fits: Fits
  /** what is wrong with the file; empty where nothing is */
  damage: string
  /** the same with what can be read and nothing vouches for */
  more: { workspace: Workspace; count: number } | null
}

/** Whether a record is one that can be kept. */
export async function recordFits(): Promise<Fits> {
  const { recordSchemas } = await import('~/storage/guard')
  return (collection, record) => recordSchemas[collection].safeParse(record).success
}

/** Writes the yard to a file and reads one back in its place (undo brings the old one back). */
export function useYardFile() {
  const yard = useYard()
  const { announce } = useNotices()
  const fileInput = ref<HTMLInputElement>()
  const importFault = ref('')
  /** a file being read: how much of it is here, null while that cannot be told, and how to leave it */
  const reading = shallowRef<{ name: string; done: number | null; stop: () => void } | null>(null)
  /** a file to be looked at before it changes a yard that is there */
  const preview = shallowRef<YardOfFile | null>(null)
  const { backedUp } = useSafeKeeping()

  async function exportYard(): Promise<void> {
    if (yard.looking) {
      announce('This yard is only to be looked at: saved from here it would lack what is not understood.')
      return
    }
    const { packYard } = await import('~/storage/pack-yard')
    const { name, blob, lost } = await packYard(yard.workspace, today())
    downloadBlob(blob, name)
    backedUp()
    const left = lost === 1 ? 'One picture' : `${lost} pictures`
    announce(`The yard is in your downloads.${lost ? ` ${left} could not be read and stayed out.` : ''}`)
  }

  async function readFile(file: File): Promise<ZipRead | null> {
    const stopper = new AbortController()
    const mine = { name: file.name, done: null, stop: () => stopper.abort(new Stopped('it was stopped')) }
    reading.value?.stop()
    reading.value = mine
    try {
      const { readYardFile } = await import('~/storage/packing-engine')
      const bytes = new Uint8Array(await file.arrayBuffer())
      return await readYardFile(bytes, (done) => (reading.value = { ...mine, done }), stopper.signal)
    } catch (error) {
      if (!(error instanceof Stopped))
        importFault.value = `${file.name} could not be read (${why(error)}): it may be too large for this machine, or was moved. Your yard is as it was.`
      return null
    } finally {
      if (reading.value?.stop === mine.stop) reading.value = null
    }
  }

  async function importYard(event: Event): Promise<void> {
    const chosen = pickedFile(event, 'yard')
    if (!chosen) return
    importFault.value = chosen.refused
    const { file } = chosen
    if (!file) return
    if (yard.keeping === 'shut') {
      importFault.value = 'Your yard is here and will not open: nothing is put in its place. Try again first.'
      return
    }
    if (yard.looking && !yard.looking.own) await yard.stopLooking()
    const read = await readFile(file)
    if (!read) return
    if (!read.ok && read.fault.kind === 'newer') {
      const { workspace, leftOut } = read.fault.known
      yard.look(workspace, { name: file.name, own: false, leftOut })
      await navigateTo('/')
      return
    }
    const found = foundIn(read)
    if (typeof found === 'string') {
      importFault.value = `${found} Your yard is as it was.`
      return
    }
    // Nothing is written, pictures neither, before the person has said yes.
    preview.value = null
    const ofFile = { ...found, name: file.name, photos: read.photos, fits: await recordFits() }
    if (!yard.isEmpty || found.damage !== '') {
      preview.value = ofFile
      return
    }
    try {
      const { bringPhotos } = await import('~/storage/bring-photos')
      yard.replaceAll('Open a yard from a file', await bringPhotos(ofFile.workspace, ofFile.photos))
    } catch (error) {
      importFault.value = photosNotKept(file.name, error)
      return
    }
    announce(`Opened ${file.name}. Undo brings the former yard back.`)
    await navigateTo('/')
  }

  return { exportYard, importYard, fileInput, importFault, reading, preview }
}

export const photosNotKept = (name: string, error: unknown): string =>
  `The pictures in ${name} could not be kept (${why(error)}). Your yard is as it was.`

/** What of a file can be opened, and what is wrong with it; words only, where nothing can. */
export function foundIn(read: ZipRead): Pick<YardOfFile, 'workspace' | 'damage' | 'more'> | string {
  if (read.ok) return { workspace: read.workspace, damage: '', more: null }
  const { fault } = read
  if (fault.kind === 'package-damaged') {
    const pictures =
      fault.lost === 0 ? '' : ` ${counted(fault.lost, 'picture')} of it are broken and left out.`
    const damage = fault.vouched
      ? `This package is not as it was saved: it was changed or damaged since. The yard in it is whole.${pictures}`
      : `This package is not as it was saved, and nothing vouches for the yard in it: look at it before you take it.${pictures}`
    return { workspace: fault.workspace, damage, more: null }
  }
  if (fault.kind !== 'damaged' || fault.salvage.counts.whole + fault.salvage.counts.doubtful === 0)
    return faultWords(fault)
  const { whole, readable, counts } = fault.salvage
  const lost = counts.lost === 0 ? '' : ` ${counted(counts.lost, 'record')} cannot be read any more.`
  if (counts.whole === 0)
    return {
      workspace: readable,
      damage: `This file is damaged or cut off. ${counted(counts.doubtful, 'record')} can be read, and nothing vouches for them: look at them before you take them.${lost}`,
      more: null,
    }
  return {
    workspace: whole,
    damage: `This file is not as it was saved: it was changed or damaged since. ${counted(counts.whole, 'record')} are whole.${lost}`,
    more: counts.doubtful > 0 ? { workspace: readable, count: counts.doubtful } : null,
  }
}

function faultWords(fault: ZipFault): string {
  switch (fault.kind) {
    case 'bad-zip':
    case 'package-damaged':
    case 'damaged':
      return 'This file is damaged or cut off, and nothing of it can be read.'
    case 'too-large':
      return 'This file holds more than a yard can be.'
    case 'too-deep':
      return 'This file is nested deeper than any yard: it was not saved by Hephaestal.'
    case 'not-json':
      return 'This file is not JSON, or is cut off.'
    case 'not-a-workspace':
      return 'This file is not a yard saved by Hephaestal.'
    case 'newer':
      return 'This yard was saved by a newer Hephaestal.'
    case 'invalid': {
      const [first] = fault.issues
      return `This yard has a fault at ${first?.path.map(String).join(' › ') || 'the top'}: ${first?.message}. ${fault.count > 1 ? `(${fault.count} faults in all.)` : ''}`
    }
  }
}
