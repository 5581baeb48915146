<script setup lang="ts">
import { momentWords } from '~/shared/units/dates'
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { why } from '~/storage/why'
import licences from '#data/licences.json'
import { defineAsyncComponent, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { downloadText } from '~/shared/page/useDownload'
import { useNotices } from '~/shared/page/useNotices'
import { useSafeKeeping } from './useSafeKeeping'
import { foundIn, recordFits, type YardOfFile, useYardFile } from './useYardFile'
import { useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'
import BackupFolder from './BackupFolder.vue'
import InstallOffer from './InstallOffer.vue'
import YardFileOpener from './YardFileOpener.vue'

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
const room = (mb: number) =>
  mb < 1000
    ? t('backup.megabytes', { size: fixed(mb, 1) })
    : t('backup.gigabytes', { size: fixed(mb / 1024, 1) })
const denied = ref(false)
const opener = useTemplateRef<{ open: () => void }>('opener')
async function ask(): Promise<void> {
  await keeping.askLasting()
  denied.value = !lasting.value
}
const aside = ref<string[]>([])
async function saveAside(): Promise<void> {
  downloadText(JSON.stringify(await yard.setAside(), null, 1), 'set-aside.json')
  announce(t('backup.damaged-saved'))
}
async function refresh(): Promise<void> {
  aside.value = Object.keys(await yard.setAside().catch(() => ({})))
  await keeping.look()
  if (yard.keeping === 'nowhere') {
    noSnapshots.value = t('backup.no-snapshots')
    return
  }
  const { listSnapshots } = await import('~/storage/snapshots')
  try {
    snapshots.value = await listSnapshots()
    noSnapshots.value = ''
  } catch (error) {
    noSnapshots.value = t('backup.snapshots-failed', { reason: why(error) })
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
    fault.value = t('backup.snapshot-unreadable')
    return
  }
  fault.value = ''
  opened.value = {
    ...found,
    name: t('backup.snapshot-name', { time: when(at) }),
    photos: {},
    fits: await recordFits(),
  }
}
async function take(): Promise<void> {
  fault.value = ''
  try {
    await keeping.snapshot(t('backup.snapshot-by-hand'))
    announce(t('backup.snapshot-taken'))
  } catch (error) {
    fault.value = t('backup.snapshot-failed', { reason: why(error) })
  }
  await refresh()
}
const when = momentWords
</script>

<template>
  <section>
    <h1 class="text-2xl font-bold">{{ t('backup.page-title') }}</h1>
    <p class="mb-4 text-soft">
      {{ t('backup.page-hint') }}
    </p>
    <div class="grid gap-5 md:grid-cols-2 lg:grid-cols-3">
      <section class="slab p-4" :aria-label="t('backup.backup')">
        <h2 class="chalk mb-2">{{ t('backup.backup') }}</h2>
        <p data-testid="since-backup">
          <template v-if="lastBackup">{{
            t('backup.last-backup', { lastBackup: when(lastBackup), changes: counted(since, 'change') })
          }}</template>
          <template v-else>{{ t('backup.no-backup', { changes: counted(since, 'change') }) }}</template>
        </p>
        <div class="relative mt-3 flex flex-wrap gap-2">
          <button class="btn btn-next" :disabled="yard.isEmpty" @click="exportYard">
            {{ t('backup.save-backup-button') }}
          </button>
          <button class="btn" @click="opener?.open()">{{ t('backup.open-backup-button') }}</button>
          <YardFileOpener ref="opener" />
        </div>
        <p class="mt-1 text-sm text-soft">
          {{ t('backup.open-backup-hint') }}
        </p>
        <BackupFolder @written="keeping.backedUp" />
      </section>
      <section class="slab p-4" :aria-label="t('backup.browser-heading')">
        <h2 class="chalk mb-2">{{ t('backup.browser-heading') }}</h2>
        <p v-if="lasting">{{ t('backup.persistent') }}</p>
        <template v-else>
          <p>
            {{ t('backup.not-persistent') }}
          </p>
          <button class="btn mt-2" @click="ask">{{ t('backup.ask-persistence-button') }}</button>
          <p v-if="denied" role="status" class="mt-2">
            {{ t('backup.persistence-refused') }}
          </p>
        </template>
        <InstallOffer />
        <p v-if="usedMb !== null && roomMb !== null" class="mt-2 text-soft">
          <I18nT keypath="backup.storage-used" scope="global"
            ><template #warning
              ><b v-if="nearlyFull" class="text-oxide">{{ t('backup.storage-warning') }}</b></template
            ><template #used>{{ room(usedMb) }}</template
            ><template #available>{{ room(roomMb) }}</template></I18nT
          >
        </p>
      </section>
      <section class="slab p-4" :aria-label="t('backup.snapshots')">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <h2 class="chalk flex-1">{{ t('backup.snapshots-region') }}</h2>
          <button class="btn" :disabled="yard.isEmpty || !!noSnapshots" @click="take">
            {{ t('backup.take-snapshot-button') }}
          </button>
        </div>
        <p v-if="noSnapshots" data-testid="no-snapshots">{{ noSnapshots }}</p>
        <p v-else-if="!snapshots.length" class="text-soft">
          {{ t('backup.snapshots-hint') }}
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
            <button
              class="btn"
              :aria-label="t('backup.preview-label', { time: when(one.at) })"
              @click="open(one.key, one.at)"
            >
              {{ t('backup.preview-button') }}
            </button>
          </li>
        </ul>
        <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
      </section>
      <section
        v-if="aside.length"
        class="slab flex flex-wrap items-center gap-3 p-4 md:col-span-2 lg:col-span-3"
        :aria-label="t('backup.set-aside')"
      >
        <h2 class="chalk">{{ t('backup.set-aside') }}</h2>
        <p class="flex-1 basis-60">
          {{ t('backup.records-set-aside', { records: counted(aside.length, 'damaged-record') }) }}
        </p>
        <button class="btn" @click="saveAside">{{ t('backup.save-damaged-button') }}</button>
      </section>
      <section class="slab p-4 md:col-span-2 lg:col-span-3" :aria-label="t('backup.components-heading')">
        <details>
          <summary class="chalk">{{ t('backup.components-link') }}</summary>
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
