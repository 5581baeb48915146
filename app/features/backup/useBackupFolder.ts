import { t } from '~/words'
import { why } from '~/storage/why'
import { ref } from 'vue'
import type { FolderState } from '~/storage/folder'
import { useNotices } from '~/shared/page/useNotices'
import { useRemembered } from '~/shared/page/useRemembered'
import { now, today, useYard } from '~/storage/yard-store'

const state = ref<FolderState>('none')
const name = ref('')
const fault = ref('')
let writing = false

/** Backups that write themselves into a folder of the person's own. */
export function useBackupFolder() {
  const yard = useYard()
  const { announce } = useNotices()
  const lastWritten = useRemembered<string>('hephaestal-folder-written', '')
  const offered = typeof window !== 'undefined' && 'showDirectoryPicker' in window

  async function look(): Promise<void> {
    if (!offered) return
    const { lookAtFolder } = await import('~/storage/folder')
    const found = await lookAtFolder().catch(() => ({ name: '', state: 'none' as const }))
    state.value = found.state
    name.value = found.name
  }

  /** @returns whether a file was written */
  async function write(): Promise<boolean> {
    if (state.value !== 'open' || writing || yard.isEmpty || yard.looking) return false
    writing = true
    try {
      const { packYard } = await import('~/storage/pack-yard')
      const { writeIntoFolder } = await import('~/storage/folder')
      const file = await packYard(yard.workspace, today())
      await writeIntoFolder(file.name, file.blob)
      lastWritten.value = now()
      fault.value = ''
      return true
    } catch (error) {
      fault.value = t('backup.folder-write-failed', { folderName: name.value, reason: why(error) })
      return false
    } finally {
      writing = false
    }
  }

  async function choose(): Promise<boolean> {
    fault.value = ''
    const { chooseFolder } = await import('~/storage/folder')
    try {
      if (!(await chooseFolder())) return false
    } catch (error) {
      fault.value = t('backup.folder-unusable', { reason: why(error) })
      return false
    }
    await look()
    return write()
  }

  async function wake(): Promise<boolean> {
    const { wakeFolder } = await import('~/storage/folder')
    await wakeFolder()
    await look()
    return write()
  }

  async function leave(): Promise<void> {
    const { leaveFolder } = await import('~/storage/folder')
    await leaveFolder()
    fault.value = ''
    await look()
    announce(t('backup.folder-stopped'))
  }

  return { offered, state, name, fault, lastWritten, look, write, choose, wake, leave }
}
