<script setup lang="ts">
import { format } from 'date-fns'
import type { Workspace } from '#core/workspace'
import licences from '#data/licences.json'

/** Backups, snapshots, the room on the disk, and what the program is made of. */
const keeping = useSafeKeeping()
const { since, lastBackup, lasting, usedMb, roomMb } = keeping
const { exportYard } = useYardFile()
const { announce } = useNotices()
const yard = useYard()
type Listed = Awaited<ReturnType<typeof import('~/storage/snapshots').listSnapshots>>
const snapshots = ref<Listed>([])
const opened = shallowRef<{ workspace: Workspace; name: string } | null>(null)
const fault = ref('')
async function refresh(): Promise<void> {
  const { listSnapshots } = await import('~/storage/snapshots')
  snapshots.value = await listSnapshots()
  await keeping.look()
}
onMounted(() => void refresh())
async function open(key: string, at: string): Promise<void> {
  const { readSnapshot } = await import('~/storage/snapshots')
  const { readWorkspace } = await import('#formats/workspace-json')
  const read = readWorkspace((await readSnapshot(key)) ?? '')
  fault.value = read.ok ? '' : 'This snapshot cannot be read any more. Your yard is as it was.'
  if (read.ok) opened.value = { workspace: read.workspace, name: `the snapshot of ${when(at)}` }
}
async function take(): Promise<void> {
  await keeping.snapshot('by hand')
  await refresh()
  announce('A snapshot is kept.')
}
const when = (iso: string) => format(new Date(iso), 'd MMM yyyy, HH:mm')
</script>

<template>
  <section class="max-w-4xl">
    <h1 class="text-2xl font-bold">Safe keeping</h1>
    <p class="mb-4 text-soft">
      All of it lives in this browser. A file of it elsewhere outlasts the browser.
    </p>
    <div class="grid items-start gap-5 md:grid-cols-2">
      <section class="slab p-4" aria-label="Backup">
        <h2 class="chalk mb-2">Backup</h2>
        <p data-testid="since-backup">
          <template v-if="lastBackup">Last one {{ when(lastBackup) }}; {{ since }} changes since.</template>
          <template v-else>None yet; {{ since }} changes so far.</template>
        </p>
        <button class="btn btn-next mt-3" :disabled="yard.isEmpty" @click="exportYard">
          Save a backup file
        </button>
      </section>
      <section class="slab p-4" aria-label="This browser">
        <h2 class="chalk mb-2">This browser</h2>
        <p v-if="lasting">It has promised to keep the yard.</p>
        <template v-else>
          <p>It may throw the yard away when the disk runs full.</p>
          <button class="btn mt-2" @click="keeping.askLasting">Ask it to keep it</button>
        </template>
        <p v-if="usedMb !== null && roomMb !== null" class="mt-2 text-soft">
          {{ usedMb.toFixed(1) }} MB used of about {{ Math.round(roomMb) }} MB.
          <b v-if="usedMb > 0.8 * roomMb" class="text-oxide"
            >It is nearly full: save a backup, then remove pictures.</b
          >
        </p>
      </section>
      <section class="slab p-4 md:col-span-2" aria-label="Snapshots">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <h2 class="chalk flex-1">Snapshots, kept apart</h2>
          <button class="btn" :disabled="yard.isEmpty" @click="take">Take one now</button>
        </div>
        <p v-if="!snapshots.length" class="text-soft">
          One is taken after every forty changes; the last ten are kept.
        </p>
        <ul data-testid="snapshots">
          <li
            v-for="one in snapshots"
            :key="one.key"
            class="flex flex-wrap items-center gap-3 border-t border-line py-1.5"
          >
            <span class="flex-1"
              >{{ when(one.at) }}, {{ one.why }}: {{ one.heats }} heats, {{ one.lots }} lots</span
            >
            <button class="btn" @click="open(one.key, one.at)">
              Look at it<span class="sr-only"> of {{ when(one.at) }}</span>
            </button>
          </li>
        </ul>
        <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
      </section>
      <section class="slab p-4 md:col-span-2" aria-label="What it is made of">
        <details>
          <summary class="chalk">What the program is made of</summary>
          <ul class="mt-2 columns-1 text-sm sm:columns-2">
            <li v-for="one in licences.packages" :key="one.name">
              {{ one.name }} {{ one.version }}: {{ one.licence }}
            </li>
          </ul>
        </details>
      </section>
    </div>
    <LazyImportPreview
      v-if="opened"
      :workspace="opened.workspace"
      :name="opened.name"
      @close="opened = null"
    />
  </section>
</template>
