<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useArrival } from './useArrival'
import { useFaults } from './useFaults'
import { useFocusKept } from './useFocusKept'
import { useNotices } from '~/shared/page/useNotices'
import { sweepLostPhotos } from './usePhotoSweep'
import { GroupWatch } from '~/features/group'
import { useInGroup } from '~/shared/page/useInGroup'
import { useSafeKeeping } from '~/features/backup'
import { useShortcuts } from './useShortcuts'
import { useStopping } from '~/shared/page/useStopping'
import { useWalking, WalkStrip } from '~/features/guided-tour'
import { useTheme } from '~/shared/page/useTheme'
import { useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'
import OpeningYard from './OpeningYard.vue'
import TimerWatch from './TimerWatch.vue'
import YardHeader from './YardHeader.vue'

const ClashQuestion = defineAsyncComponent(() => import('./ClashQuestion.vue'))
const CommandPalette = defineAsyncComponent(() => import('./CommandPalette.vue'))
const EmergencySheet = defineAsyncComponent(() => import('./EmergencySheet.vue'))
const FaultNote = defineAsyncComponent(() => import('./FaultNote.vue'))
const NotKept = defineAsyncComponent(() => import('./NotKept.vue'))
const NotSaved = defineAsyncComponent(() => import('./NotSaved.vue'))
const ShortcutSheet = defineAsyncComponent(() => import('./ShortcutSheet.vue'))
const ShutYard = defineAsyncComponent(() => import('./ShutYard.vue'))
const UpdateOffer = defineAsyncComponent(() => import('./UpdateOffer.vue'))
const YardStanding = defineAsyncComponent(() => import('./YardStanding.vue'))

const yard = useYard()
const { announce, message, said, say } = useNotices()
const { arrived, title } = useArrival()
useFocusKept()
const inGroup = useInGroup()
const walking = useWalking()
const { fault } = useFaults()
const palette = ref(false)
const shortcuts = ref(false)
const stopping = useStopping()
useTheme()
useShortcuts({ palette, shortcuts })
const keeping = useSafeKeeping()
yard.onChange(keeping.changed)
// That it is not is an alert; that it is again must be heard as well.
watch(
  () => yard.saveError,
  (now, before) => {
    if (before && !now) say(t('app-shell.saved-again'))
  },
)
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'hidden') keeping.left()
  // Site data are cleared in another tab of the browser.
  else void yard.checkDisk()
})
onMounted(() => {
  void yard.load().then(() => {
    void keeping.lookForFolder()
    void keeping.look()
    if (yard.repaired.length)
      announce(
        t('app-shell.repaired', {
          records: counted(yard.repaired.length, 'damaged-record'),
        }),
      )
    if (yard.damaged.length)
      announce(
        t('app-shell.damaged', {
          records: counted(yard.damaged.length, 'damaged-record'),
        }),
      )
    // What could not be swept now is swept at a later start.
    if (yard.keeping === 'disk' && !yard.looking && !yard.gone && !yard.damaged.length)
      void sweepLostPhotos().catch(() => {})
  })
})
</script>

<template>
  <div class="flex min-h-dvh flex-col">
    <a href="#main" class="btn sr-only focus:not-sr-only focus:absolute focus:z-50">{{
      t('app-shell.skip-link')
    }}</a>
    <YardHeader @palette="palette = true" @shortcuts="shortcuts = true" />
    <NotSaved v-if="yard.saveError" />
    <FaultNote v-if="fault" />
    <NotKept v-if="yard.notKept" />
    <YardStanding v-if="yard.looking || yard.writtenAgain || yard.gone || yard.keeping === 'nowhere'" />
    <UpdateOffer v-if="yard.ready && !yard.isEmpty" />
    <ClashQuestion v-if="yard.clashes.length" />
    <p
      v-if="keeping.due.value"
      role="status"
      class="no-print flex flex-wrap items-center gap-x-3 bg-amber-wash px-4 py-1"
      data-testid="backup-due"
    >
      <I18nT keypath="app-shell.backup-overdue" scope="global"
        ><template #backupLink
          ><NuxtLink to="/backup" class="btn btn-quiet underline">{{
            t('app-shell.backup-link')
          }}</NuxtLink></template
        ><template #changes>{{ counted(keeping.since.value, 'change') }}</template></I18nT
      >
    </p>
    <p
      v-if="keeping.nearlyFull.value"
      role="status"
      class="no-print flex flex-wrap items-center gap-x-3 bg-amber-wash px-4 py-1"
      data-testid="nearly-full"
    >
      <I18nT keypath="app-shell.storage-nearly-full" scope="global"
        ><template #safetyLink
          ><NuxtLink to="/backup" class="btn btn-quiet underline">{{
            t('app-shell.backup-page')
          }}</NuxtLink></template
        ></I18nT
      >
    </p>
    <TimerWatch v-if="yard.ready" />
    <GroupWatch v-if="yard.ready && inGroup" :place="title" />
    <WalkStrip v-if="yard.ready && walking" />
    <main id="main" class="mx-auto w-full max-w-[90rem] flex-1 px-3 pt-4 pb-16 sm:px-5" tabindex="-1">
      <ShutYard v-if="yard.keeping === 'shut'" />
      <NuxtPage v-else-if="yard.ready" />
      <OpeningYard v-else />
    </main>
    <p class="notice" role="status" aria-live="polite">
      <span v-if="message" class="inline-block bg-ink px-4 py-2 text-page">{{ message }}</span>
    </p>
    <p class="sr-only" aria-live="polite" data-testid="arrived">{{ arrived }}</p>
    <p class="sr-only" aria-live="polite" data-testid="said">{{ said }}</p>
    <EmergencySheet v-if="stopping" @close="stopping = false" />
    <CommandPalette v-if="palette" @close="palette = false" />
    <ShortcutSheet v-if="shortcuts" @close="shortcuts = false" />
  </div>
</template>

<style scoped>
.notice {
  position: fixed;
  bottom: 1rem;
  left: 50%;
  z-index: 60;
  max-width: 92vw;
  transform: translateX(-50%);
  pointer-events: none;
}
/* Above the bar of the step in hand. */
@media (width < 40rem) {
  body:has([data-testid='melt-bar']) .notice {
    bottom: 14rem;
  }
}
</style>
