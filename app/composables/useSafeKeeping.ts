import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { now, useYard } from '~/stores/yard'

/** So many changes without a backup, and it is time for one. */
const REMIND_AFTER = 60
/** A snapshot is kept after so many changes. */
const SNAPSHOT_EVERY = 40

/** How well the yard is kept: changes since the last backup, snapshots, whether the browser may throw it away. */
export function useSafeKeeping() {
  const yard = useYard()
  const since = useLocalStorage('hephaestal-changes-since-backup', 0)
  const lastBackup = useLocalStorage('hephaestal-last-backup', '')
  const lasting = ref<boolean | null>(null)
  const usedMb = ref<number | null>(null)
  const roomMb = ref<number | null>(null)
  const due = computed(() => !yard.isEmpty && since.value >= REMIND_AFTER)

  function backedUp(): void {
    since.value = 0
    lastBackup.value = now()
  }
  async function look(): Promise<void> {
    lasting.value = (await navigator.storage?.persisted?.()) ?? null
    const { usage, quota } = (await navigator.storage?.estimate?.()) ?? {}
    usedMb.value = usage === undefined ? null : usage / 2 ** 20
    roomMb.value = quota === undefined ? null : quota / 2 ** 20
  }
  async function askLasting(): Promise<void> {
    await navigator.storage?.persist?.()
    await look()
  }
  async function snapshot(why: string): Promise<void> {
    if (yard.isEmpty) return
    const { keepSnapshot } = await import('~/storage/snapshots')
    const { writeWorkspace } = await import('#formats/workspace-json')
    const { heats, lots } = yard
    await keepSnapshot({
      at: now(),
      why,
      heats: heats.length,
      lots: lots.length,
      text: writeWorkspace(yard.workspace),
    })
  }
  /** Counts a change; takes a snapshot now and then. A full disk is not this one's to complain of. */
  function changed(): void {
    since.value++
    if (since.value % SNAPSHOT_EVERY === 0) void snapshot(`after ${SNAPSHOT_EVERY} changes`).catch(() => {})
  }
  return { since, lastBackup, due, lasting, usedMb, roomMb, backedUp, look, askLasting, snapshot, changed }
}
