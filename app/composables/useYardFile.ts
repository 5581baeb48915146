import { ref } from 'vue'
import type { WorkspaceFault } from '#formats/workspace-json'
import { useYard } from '~/stores/yard'

/** Writes the yard to a file and reads one back in its place (undo brings the old one back). */
export function useYardFile() {
  const yard = useYard()
  const { announce } = useNotices()
  const fileInput = ref<HTMLInputElement>()
  const importFault = ref('')

  async function exportYard(): Promise<void> {
    const { writeWorkspace } = await import('#formats/workspace-json')
    downloadText(writeWorkspace(yard.workspace), `hephaestal-${new Date().toISOString().slice(0, 10)}.json`)
    announce('The yard is in your downloads.')
  }

  async function importYard(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement
    const file = input.files?.[0]
    input.value = ''
    if (!file) return
    const { readWorkspace } = await import('#formats/workspace-json')
    const read = readWorkspace(await file.text())
    if (!read.ok) {
      importFault.value = `${faultWords(read.fault)} Your yard is as it was.`
      return
    }
    importFault.value = ''
    yard.replaceAll('Open a yard from a file', read.workspace)
    announce(`Opened ${file.name}. Undo brings the former yard back.`)
    await navigateTo('/')
  }

  return { exportYard, importYard, fileInput, importFault }
}

function faultWords(fault: WorkspaceFault): string {
  switch (fault.kind) {
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
