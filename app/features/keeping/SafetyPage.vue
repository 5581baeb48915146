<script setup lang="ts">
import { why } from '~/storage/why'
import { format } from 'date-fns'
import licences from '#data/licences.json'
import { defineAsyncComponent, onMounted, ref, shallowRef } from 'vue'
import { downloadText } from '~/shared/page/useDownload'
import { useNotices } from '~/shared/page/useNotices'
import { useSafeKeeping } from './useSafeKeeping'
import { foundIn, recordFits, type YardOfFile, useYardFile } from './useYardFile'
import { useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'
import BackupFolder from './BackupFolder.vue'

const ImportPreview = defineAsyncComponent(() => import('./ImportPreview.vue'))

/** Backups, snapshots, the room on the disk, and what the program is made of. */
const keeping = useSafeKeeping()
const { since, lastBackup, lasting, usedMb, roomMb, nearlyFull } = keeping
const { exportYard } = useYardFile()
const { announce } = useNotices()
const yard = useYard()
type Listed = Awaited<ReturnType<typeof import('~/storage/snapshots').listSnapshots>>
const snapshots = ref<Listed>([])
const opened = shallowRef<YardOfFile | null>(null)
const fault = ref('')
/** why none can be listed or kept here; empty where they can */
const noSnapshots = ref('')
const room = (mb: number) => (mb < 1000 ? `${mb.toFixed(1)} MB` : `${(mb / 1024).toFixed(1)} GB`)
const denied = ref(false)
async function ask(): Promise<void> {
  await keeping.askLasting()
  denied.value = !lasting.value
}
const aside = ref<string[]>([])
async function saveAside(): Promise<void> {
  downloadText(JSON.stringify(await yard.setAside(), null, 1), 'set-aside.json')
  announce('The damaged records are in your downloads.')
}
async function refresh(): Promise<void> {
  aside.value = Object.keys(await yard.setAside().catch(() => ({})))
  await keeping.look()
  if (yard.keeping === 'nowhere') {
    noSnapshots.value = 'This browser keeps nothing, so no snapshots either: a backup file is what lasts.'
    return
  }
  const { listSnapshots } = await import('~/storage/snapshots')
  try {
    snapshots.value = await listSnapshots()
    noSnapshots.value = ''
  } catch (error) {
    noSnapshots.value = `The snapshots will not open (${why(error)}). Load the page again; till then a backup file is what lasts.`
  }
}
onMounted(() => void refresh())
async function open(key: string, at: string): Promise<void> {
  const { readSnapshot } = await import('~/storage/snapshots')
  const { readYardFile } = await import('~/storage/packing-engine')
  const bytes = await readSnapshot(key).catch(() => null)
  const read = bytes && (await readYardFile(bytes).catch(() => null))
  const found = read && foundIn(read)
  if (!found || typeof found === 'string') {
    fault.value = 'This snapshot cannot be read any more. Your yard is as it was.'
    return
  }
  fault.value = ''
  opened.value = { ...found, name: `the snapshot of ${when(at)}`, photos: {}, fits: await recordFits() }
}
async function take(): Promise<void> {
  fault.value = ''
  try {
    await keeping.snapshot('by hand')
    announce('A snapshot is kept.')
  } catch (error) {
    fault.value = `No snapshot could be kept (${why(error)}). Your yard is as it was; save a backup file.`
  }
  await refresh()
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
          <template v-if="lastBackup"
            >Last one {{ when(lastBackup) }}; {{ counted(since, 'change') }} since.</template
          >
          <template v-else>None yet; {{ counted(since, 'change') }} so far.</template>
        </p>
        <button class="btn btn-next mt-3" :disabled="yard.isEmpty" @click="exportYard">
          Save a backup file
        </button>
        <BackupFolder @written="keeping.backedUp" />
      </section>
      <section class="slab p-4" aria-label="This browser">
        <h2 class="chalk mb-2">This browser</h2>
        <p v-if="lasting">It has promised to keep the yard.</p>
        <template v-else>
          <p>
            It may throw the yard away when the disk runs full. A private window forgets it when it is closed.
          </p>
          <button class="btn mt-2" @click="ask">Ask it to keep it</button>
          <p v-if="denied" role="status" class="mt-2">
            It made no promise. Browsers give one sooner to an app that is installed (browser’s menu) and
            often used; till then a backup is what lasts.
          </p>
        </template>
        <p v-if="usedMb !== null && roomMb !== null" class="mt-2 text-soft">
          {{ room(usedMb) }} used of about {{ room(roomMb) }}.
          <b v-if="nearlyFull" class="text-oxide">It is nearly full: save a backup, then remove pictures.</b>
        </p>
      </section>
      <section class="slab p-4 md:col-span-2" aria-label="Snapshots">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <h2 class="chalk flex-1">Snapshots, kept apart</h2>
          <button class="btn" :disabled="yard.isEmpty || !!noSnapshots" @click="take">Take one now</button>
        </div>
        <p v-if="noSnapshots" data-testid="no-snapshots">{{ noSnapshots }}</p>
        <p v-else-if="!snapshots.length" class="text-soft">
          One is taken after every forty changes; the last ten are kept.
        </p>
        <ul data-testid="snapshots">
          <li
            v-for="one in snapshots"
            :key="one.key"
            class="flex flex-wrap items-center gap-3 border-t border-line py-1.5"
          >
            <span class="flex-1"
              >{{ when(one.at) }}, {{ one.why }}: {{ counted(one.heats, 'heat') }},
              {{ counted(one.lots, 'lot') }}</span
            >
            <button class="btn" @click="open(one.key, one.at)">
              Look at it<span class="sr-only"> of {{ when(one.at) }}</span>
            </button>
          </li>
        </ul>
        <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
      </section>
      <section
        v-if="aside.length"
        class="slab flex flex-wrap items-center gap-3 p-4 md:col-span-2"
        aria-label="Set aside"
      >
        <h2 class="chalk">Set aside</h2>
        <p class="flex-1 basis-60">
          {{ aside.length === 1 ? 'One record was' : `${aside.length} records were` }} damaged and set aside
          at a start. An earlier backup or snapshot may still have
          {{ aside.length === 1 ? 'it' : 'them' }} whole: merging it in puts back what is missing.
        </p>
        <button class="btn" @click="saveAside">Save as it lies</button>
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
    <ImportPreview v-if="opened" :file="opened" @close="opened = null" />
  </section>
</template>
