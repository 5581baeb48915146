import { t } from '~/words'
import { ref } from 'vue'
import { findAlloy } from '#core/alloys'
import type { OwnAlloy } from '#core/workspace'
import { now, useYard, type Edit } from '~/storage/yard-store'
import { downloadText } from '~/shared/page/useDownload'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'

/** Writes own targets to a file, and reads targets from one. */
export function useAlloyFile() {
  const yard = useYard()
  const { announce } = useNotices()
  const fault = ref('')

  async function save(): Promise<void> {
    const { writeAlloys } = await import('#formats/alloys-json')
    downloadText(writeAlloys(yard.ownAlloys.map(({ alloy }) => alloy)), 'own-alloys.json')
    announce(t('alloys.exported'))
  }

  async function open(event: Event): Promise<void> {
    const chosen = pickedFile(event, 'alloys')
    if (!chosen) return
    fault.value = chosen.refused
    const { file } = chosen
    if (!file) return
    const { readAlloys } = await import('#formats/alloys-json')
    const read = readAlloys(await file.text())
    if (!read.ok) {
      const refused = { fileName: file.name, message: read.message }
      fault.value = read.path
        ? t('alloys.import-refused-at', { ...refused, path: read.path })
        : t('alloys.import-refused', refused)
      return
    }
    fault.value = ''
    const time = now()
    const byAlloyId = new Map(yard.ownAlloys.map((own) => [own.alloy.id, own]))
    const edits = read.alloys.map((given): Edit => {
      // A library alloy read from a file becomes an own one beside it, not in its place.
      const alloy = findAlloy(given.id) ? { ...given, id: `own-${given.id}` } : given
      const known = byAlloyId.get(alloy.id)
      const after: OwnAlloy = {
        id: known?.id ?? crypto.randomUUID(),
        createdAt: known?.createdAt ?? time,
        updatedAt: time,
        alloy: { ...alloy, designation: t('alloys.own-source') },
      }
      return { collection: 'alloys', id: after.id, after }
    })
    if (!yard.commit(t('alloys.import-edit', { fileName: file.name }), edits)) return
    announce(t('alloys.imported', { alloys: edits.length, fileName: file.name }))
  }

  return { save, open, fault }
}
