import { ref, shallowRef } from 'vue'
import type { ZipFault, ZipRead } from '#formats/workspace-zip'
import { workspacePhotos, type Workspace } from '#core/workspace'
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
    const name = `hephaestal-${new Date().toISOString().slice(0, 10)}`
    const ids = workspacePhotos(yard.workspace)
    if (ids.length === 0) {
      const { writeWorkspace } = await import('#formats/workspace-json')
      downloadText(writeWorkspace(yard.workspace), `${name}.json`)
    } else {
      const { writeYardZip } = await import('#formats/workspace-zip')
      downloadBlob(
        new Blob([writeYardZip(yard.workspace, await photoBytes(ids)) as Uint8Array<ArrayBuffer>]),
        `${name}.zip`,
      )
    }
    backedUp()
    announce('The yard is in your downloads.')
  }

  async function importYard(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement
    const file = input.files?.[0]
    input.value = ''
    if (!file) return
    const read = await readYard(new Uint8Array(await file.arrayBuffer()))
    if (!read.ok) {
      importFault.value = `${faultWords(read.fault)} Your yard is as it was.`
      return
    }
    importFault.value = ''
    const { putPhoto } = await import('~/storage/photos')
    for (const [id, bytes] of Object.entries(read.photos))
      await putPhoto(id, new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/jpeg' }))
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

async function photoBytes(ids: readonly string[]): Promise<Record<string, Uint8Array>> {
  const { findPhoto } = await import('~/storage/photos')
  const photos: Record<string, Uint8Array> = {}
  for (const id of ids) {
    const photo = await findPhoto(id)
    if (photo) photos[id] = new Uint8Array(await photo.arrayBuffer())
  }
  return photos
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
      return 'This package unpacks to more than a yard can be.'
    case 'not-json':
      return 'This file is not JSON, or is cut off.'
    case 'not-a-workspace':
      return 'This file is not a yard saved by Hephaestal.'
    case 'newer':
      return `This yard was saved by a newer Hephaestal (file version ${fault.version}). Update first.`
    case 'invalid': {
      const [first] = fault.issues
      return `This yard has a fault at ${first?.path.map(String).join(' › ') || 'the top'}: ${first?.message}. ${fault.issues.length > 1 ? `(${fault.issues.length} faults in all.)` : ''}`
    }
  }
}
