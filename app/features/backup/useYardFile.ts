import { t } from '~/words'
import { why } from '~/storage/why'
import { ref, shallowRef } from 'vue'
import type { ZipFault, ZipRead } from '#formats/workspace-zip'
import type { Fits } from '#core/merge'
import type { Workspace } from '#core/workspace'
import { Stopped } from '~/shared/engines/asked-engine'
import { navigateTo } from '#imports'
import { downloadBlob } from '~/shared/page/useDownload'
import { elsewhere } from '~/shared/fields/photos-elsewhere'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { useSafeKeeping } from './useSafeKeeping'
import { today, useYard } from '~/storage/yard-store'
import { counted, sentences } from '~/shared/units/figures'

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
  /** what was read is on its way to the disk */
  const saving = ref(false)
  /** a file to be looked at before it changes a yard that is there */
  const preview = shallowRef<YardOfFile | null>(null)
  const { backedUp } = useSafeKeeping()

  async function exportYard(): Promise<void> {
    if (yard.looking) {
      announce(t('backup.read-only-save'))
      return
    }
    const { packYard } = await import('~/storage/pack-yard')
    const { name, blob, lost } = await packYard(yard.workspace, today())
    downloadBlob(blob, name)
    backedUp()
    const pictures = counted(lost, 'picture')
    announce(
      sentences(
        t('backup.file-saved'),
        lost > 0 &&
          (elsewhere.value
            ? t('backup.pictures-elsewhere', { pictures })
            : t('backup.pictures-missing', { pictures })),
      ),
    )
  }

  async function readFile(file: File): Promise<ZipRead | null> {
    const stopper = new AbortController()
    const mine = {
      name: file.name,
      done: null,
      stop: () => stopper.abort(new Stopped(t('backup.stopped-reason'))),
    }
    reading.value?.stop()
    reading.value = mine
    try {
      const { readYardFile } = await import('~/storage/packing-engine')
      const bytes = new Uint8Array(await file.arrayBuffer())
      return await readYardFile(bytes, (done) => (reading.value = { ...mine, done }), stopper.signal)
    } catch (error) {
      if (!(error instanceof Stopped))
        importFault.value = t('backup.file-unreadable', { fileName: file.name, reason: why(error) })
      return null
    } finally {
      if (reading.value?.stop === mine.stop) reading.value = null
    }
  }

  async function importYard(event: Event): Promise<void> {
    const chosen = pickedFile(event, 'yard')
    if (!chosen) return
    importFault.value = chosen.refused
    if (chosen.file) await openFile(chosen.file)
  }

  async function openFile(file: File): Promise<void> {
    if (yard.keeping === 'shut') {
      importFault.value = t('backup.yard-shut')
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
      importFault.value = t('backup.unchanged', { finding: found })
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
      yard.replaceAll(t('small.open-file-edit'), await bringPhotos(ofFile.workspace, ofFile.photos))
    } catch (error) {
      importFault.value = photosNotKept(file.name, error)
      return
    }
    saving.value = true
    await yard.saved()
    saving.value = false
    if (yard.saveError) return
    announce(t('backup.opened', { fileName: file.name }))
    await navigateTo('/')
  }

  return { exportYard, importYard, openFile, fileInput, importFault, reading, saving, preview }
}

export const photosNotKept = (name: string, error: unknown): string =>
  t('backup.pictures-not-stored', { fileName: name, reason: why(error) })

/** What of a file can be opened, and what is wrong with it; words only, where nothing can. */
export function foundIn(read: ZipRead): Pick<YardOfFile, 'workspace' | 'damage' | 'more'> | string {
  if (read.ok) return { workspace: read.workspace, damage: '', more: null }
  const { fault } = read
  if (fault.kind === 'package-damaged') {
    const pictures =
      fault.lost === 0 ? '' : ` ${t('backup.pictures-broken', { pictures: counted(fault.lost, 'picture') })}`
    const damage = fault.vouched
      ? t('backup.package-altered', { pictures })
      : t('backup.package-unverified', { pictures })
    return { workspace: fault.workspace, damage, more: null }
  }
  if (fault.kind !== 'damaged' || fault.salvage.counts.whole + fault.salvage.counts.doubtful === 0)
    return faultWords(fault)
  const { whole, readable, counts } = fault.salvage
  const lost =
    counts.lost === 0 ? '' : ` ${t('backup.records-unreadable', { records: counted(counts.lost, 'record') })}`
  if (counts.whole === 0)
    return {
      workspace: readable,
      damage: t('backup.file-damaged', {
        records: counted(counts.doubtful, 'record'),
        lost,
      }),
      more: null,
    }
  return {
    workspace: whole,
    damage: t('backup.file-altered', { records: counted(counts.whole, 'record'), lost }),
    more: counts.doubtful > 0 ? { workspace: readable, count: counts.doubtful } : null,
  }
}

function faultWords(fault: ZipFault): string {
  switch (fault.kind) {
    case 'bad-zip':
    case 'package-damaged':
    case 'damaged':
      return t('backup.file-lost')
    case 'too-large':
      return t('backup.file-too-large')
    case 'too-deep':
      return t('backup.file-too-deep')
    case 'not-json':
      return t('backup.file-not-json')
    case 'not-a-workspace':
      return t('backup.file-not-yard')
    case 'newer':
      return t('backup.file-newer')
    case 'invalid':
      return invalidWords(fault)
  }
}

/** Every fault that was named, one a line. */
function invalidWords({ issues, more }: Extract<ZipFault, { kind: 'invalid' }>): string {
  const items = issues.map(({ path, message }) => ({
    path: path.map(String).join(' › ') || t('backup.file-top'),
    message,
  }))
  if (items.length === 1) return t('backup.file-fault', items[0]!)
  const count = items.length
  const head = more ? t('backup.file-faults-more', { count }) : t('backup.file-faults-all', { count })
  return [head, ...items.map((item) => t('backup.file-fault-item', item))].join('\n')
}
