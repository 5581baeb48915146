<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { navigateTo } from '#imports'
import { watch } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { useYardFile } from '~/features/keeping'
import { useYard } from '~/storage/yard-store'

/** Says so where the yard is only looked at, or where the browser keeps nothing. */
const yard = useYard()
const { exportYard } = useYardFile()
const { announce } = useNotices()
watch(
  () => yard.refused,
  () => announce('Nothing was changed: this yard is only to be looked at.'),
)
async function home(): Promise<void> {
  await yard.stopLooking()
  await navigateTo('/')
}
/** A yard that lives in this window alone goes with it: the browser is to ask first. */
useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
  if (yard.keeping === 'nowhere' && !yard.isEmpty) event.preventDefault()
})
/** The field for it is the menu's. */
const openFile = () => document.querySelector<HTMLInputElement>('input[aria-label="Yard file"]')?.click()
const reload = () => location.reload()
</script>

<template>
  <div
    v-if="yard.writtenAgain"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="written-again"
  >
    <p class="flex-1 basis-72">
      <b>This site’s data were cleared while the yard was open.</b> All of it was still here and has been
      written again; pictures and snapshots could not be: they come back from a backup package, if there is
      one.
    </p>
    <button class="btn btn-next" @click="exportYard">Save the yard to a file</button>
    <button class="btn" @click="yard.writtenAgain = false">Understood</button>
  </div>
  <div
    v-if="yard.gone && yard.isEmpty"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="yard-gone"
  >
    <p class="flex-1 basis-72">
      <b class="text-oxide">A yard was kept in this browser, and the browser has nothing of it any more.</b>
      Site data were cleared, or the browser found its own store broken and threw it away. Open your latest
      backup; snapshots, where they are still there, are under Safe keeping.
    </p>
    <button class="btn btn-next" @click="openFile">Open a backup</button>
    <NuxtLink to="/safety" class="btn">Safe keeping</NuxtLink>
    <button class="btn" @click="yard.startAnew">It is not missed</button>
  </div>
  <div
    v-if="yard.looking"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="looking"
  >
    <p v-if="yard.looking.overtaken" class="flex-1 basis-72">
      <b>Only to look at.</b>
      A newer Hephaestal is at work on this yard in another window. Changing it here could undo what is done
      there, so nothing can be changed.
      <b v-if="yard.looking.overtaken.unsaved" class="text-oxide"
        >What was changed here last could not be kept: look at it before you reload, and do it again there.</b
      >
      Reload to get the newer app here too.
    </p>
    <p v-else class="flex-1 basis-72">
      <b>Only to look at.</b>
      A newer Hephaestal wrote <bdi>{{ yard.looking.name }}</bdi> and knows more than this one<template
        v-if="yard.looking.leftOut"
        >: {{ yard.looking.leftOut }} of its records cannot be shown</template
      >. Changing it here would lose what is not understood, so nothing can be changed.
      {{
        yard.looking.own
          ? 'Reload with the network on to get the newer app.'
          : 'Update this app to work on it.'
      }}
    </p>
    <button v-if="yard.looking.own" class="btn btn-next" @click="reload">Reload</button>
    <button v-else class="btn btn-next" @click="home">Back to my yard</button>
  </div>
  <div
    v-else-if="yard.keeping === 'nowhere'"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="kept-nowhere"
  >
    <p class="flex-1 basis-72">
      <b>This browser keeps nothing.</b> A private window, or storage for sites is switched off. You can work,
      but all of it goes when this window is closed or reloaded. Save it to a file before that.
    </p>
    <button class="btn btn-next" :disabled="yard.isEmpty" @click="exportYard">Save the yard to a file</button>
  </div>
</template>
