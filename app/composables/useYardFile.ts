import { ref, shallowRef } from 'vue'
import type { ZipFault, ZipRead } from '#formats/workspace-zip'
import type { Workspace } from '#core/workspace'
import { useYard } from '~/stores/yard'

/** Writes the yard to a file and reads one back in its place (undo brings the old one back). */
export function useYardFile() {
  const yard = useYard()
  const { announce } = useNotices()
  const fileInput = ref<HTMLInputElement>()
  const importFault = ref('')
  /** a file to be looked at before it changes a yard that is there */
  const preview = shallowRef<{ workspace: Workspace; name: string } | null>(null)
  const { backedUp } = useSafeKeeping()

  async function exportYard(): Promise<void> {
    if (yard.looking) {
      announce('This yard is only to be looked at: saved from here it would lack what is not understood.')
      return
    }
    const { packYard } = await import('~/storage/pack-yard')
    const { name, blob, lost } = await packYard(yard.workspace, new Date().toISOString().slice(0, 10))
    downloadBlob(blob, name)
    backedUp()
    const left = lost === 1 ? 'One picture' : `${lost} pictures`
    announce(`The yard is in your downloads.${lost ? ` ${left} could not be read and stayed out.` : ''}`)
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
    const read = await readYard(new Uint8Array(await file.arrayBuffer()))
    if (!read.ok && read.fault.kind === 'newer') {
      const { workspace, leftOut } = read.fault.known
      yard.look(workspace, { name: file.name, own: false, leftOut })
      await navigateTo('/')
      return
    }
    if (!read.ok) {
      importFault.value = `${faultWords(read.fault)} Your yard is as it was.`
      return
    }
    try {
      await keepPhotos(read.photos)
    } catch (error) {
      importFault.value = `The pictures in ${file.name} could not be kept (${(error as Error).message}). Your yard is as it was.`
      return
    }
    if (!yard.isEmpty) {
      preview.value = { workspace: read.workspace, name: file.name }
      return
    }
    yard.replaceAll('Open a yard from a file', read.workspace)
    announce(`Opened ${file.name}. Undo brings the former yard back.`)
    await navigateTo('/')
  }

  return { exportYard, importYard, fileInput, importFault, preview }
}

async function keepPhotos(photos: Record<string, Uint8Array>): Promise<void> {
  const { putPhoto } = await import('~/storage/photos')
  for (const [id, bytes] of Object.entries(photos))
    await putPhoto(id, new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/jpeg' }))
}

/** A yard from a file, plain or with pictures; which of the two, its content says. */
async function readYard(bytes: Uint8Array): Promise<ZipRead> {
  const { isZip, readYardZip } = await import('#formats/workspace-zip')
  if (isZip(bytes)) return readYardZip(bytes)
  const { readWorkspace } = await import('#formats/workspace-json')
  const read = readWorkspace(new TextDecoder().decode(bytes))
  return read.ok ? { ...read, photos: {} } : read
}

function faultWords(fault: ZipFault): string {
  switch (fault.kind) {
    case 'bad-zip':
      return 'This package is damaged or cut off.'
    case 'too-large':
      return 'This file holds more than a yard can be.'
    case 'not-json':
      return 'This file is not JSON, or is cut off.'
    case 'not-a-workspace':
      return 'This file is not a yard saved by Hephaestal.'
    case 'newer':
      return 'This yard was saved by a newer Hephaestal.'
    case 'invalid': {
      const [first] = fault.issues
      return `This yard has a fault at ${first?.path.map(String).join(' › ') || 'the top'}: ${first?.message}. ${fault.issues.length > 1 ? `(${fault.issues.length} faults in all.)` : ''}`
    }
  }
}
