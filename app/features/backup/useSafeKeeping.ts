import { t } from '~/words'
import { computed, ref } from 'vue'
import { now, useYard } from '~/storage/yard-store'
import { useBackupFolder } from './useBackupFolder'
import { useRemembered } from '~/shared/page/useRemembered'

/** So many changes without a backup, and it is time for one. */
const REMIND_AFTER = 60
/** Of the room the browser gives, so much used is nearly all. */
const NEARLY = 0.8
/** A snapshot is kept after so many changes, and a backup written into the folder where there is one. */
const SNAPSHOT_EVERY = 40
const FOLDER_EVERY = 20

/** How well the yard is kept: changes since the last backup, snapshots, whether the browser may throw it away. */
export function useSafeKeeping() {
  const yard = useYard()
  const since = useRemembered('hephaestal-changes-since-backup', 0)
  const changes = useRemembered('hephaestal-changes', 0)
  const folder = useBackupFolder()
  const lastBackup = useRemembered('hephaestal-last-backup', '')
  const lasting = ref<boolean | null>(null)
  const usedMb = ref<number | null>(null)
  const roomMb = ref<number | null>(null)
  const nearlyFull = computed(
    () => usedMb.value !== null && roomMb.value !== null && usedMb.value > NEARLY * roomMb.value,
  )
  const due = computed(() => !yard.isEmpty && since.value >= REMIND_AFTER)

  function backedUp(): void {
    since.value = 0
    lastBackup.value = now()
  }
  async function look(): Promise<void> {
    // A browser may refuse to say, as some do in private windows.
    lasting.value = (await navigator.storage?.persisted?.().catch(() => null)) ?? null
    const { usage, quota } = (await navigator.storage?.estimate?.().catch(() => null)) ?? {}
    usedMb.value = usage === undefined ? null : usage / 2 ** 20
    roomMb.value = quota === undefined ? null : quota / 2 ** 20
  }
  async function askLasting(): Promise<void> {
    await navigator.storage?.persist?.().catch(() => false)
    await look()
  }
  async function snapshot(why: string): Promise<void> {
    if (yard.isEmpty || yard.looking) return
    const { keepSnapshot } = await import('~/storage/snapshots')
    const { sealYard } = await import('~/storage/packing-engine')
    const { heats, lots } = yard
    const taken = { at: now(), why, heats: heats.length, lots: lots.length }
    await keepSnapshot(taken, await sealYard(yard.workspace))
  }
  async function intoFolder(): Promise<void> {
    if (await folder.write()) backedUp()
  }
  /** Counts a change; takes a snapshot now and then. A full disk is not this one's to complain of. */
  function changed(): void {
    since.value++
    changes.value++
    if (changes.value % FOLDER_EVERY === 0) void look()
    if (changes.value % SNAPSHOT_EVERY === 0)
      void snapshot(t('backup.snapshot-after', { count: SNAPSHOT_EVERY })).catch(() => {})
    if (since.value >= FOLDER_EVERY) void intoFolder()
  }
  /** The page is left: what the folder has not yet goes into it. */
  function left(): void {
    if (since.value > 0) void intoFolder()
  }
  return {
    since,
    lastBackup,
    due,
    lasting,
    usedMb,
    roomMb,
    nearlyFull,
    backedUp,
    look,
    askLasting,
    snapshot,
    changed,
    left,
    lookForFolder: folder.look,
  }
}
