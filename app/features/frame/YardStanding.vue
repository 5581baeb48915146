<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
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
  () => announce(t('frame.nothing-was-changed-this-yard-is')),
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
      <I18nT keypath="frame.all-of-it-was-still-here" scope="global"
        ><template #strong><b>{{ t('frame.this-sites-data-were-cleared-while') }}</b></template></I18nT
      >
    </p>
    <button class="btn btn-next" @click="exportYard">{{ t('frame.save-the-yard-to-a-file') }}</button>
    <button class="btn" @click="yard.writtenAgain = false">{{ t('frame.understood') }}</button>
  </div>
  <div
    v-if="yard.gone && yard.isEmpty"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="yard-gone"
  >
    <p class="flex-1 basis-72">
      <I18nT keypath="frame.site-data-were-cleared-or-the" scope="global"
        ><template #strong
          ><b class="text-oxide">{{ t('frame.a-yard-was-kept-in-this') }}</b></template
        ></I18nT
      >
    </p>
    <button class="btn btn-next" @click="openFile">{{ t('frame.open-a-backup') }}</button>
    <NuxtLink to="/safety" class="btn">{{ t('frame.safe-keeping') }}</NuxtLink>
    <button class="btn" @click="yard.startAnew">{{ t('frame.it-is-not-missed') }}</button>
  </div>
  <div
    v-if="yard.looking"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="looking"
  >
    <p v-if="yard.looking.overtaken" class="flex-1 basis-72">
      <I18nT keypath="frame.a-newer-hephaestal-is-at-work" scope="global"
        ><template #strong><b>{{ t('frame.only-to-look-at') }}</b></template
        ><template #strong2
          ><b v-if="yard.looking.overtaken.unsaved" class="text-oxide">{{
            t('frame.what-was-changed-here-last-could')
          }}</b></template
        ></I18nT
      >
    </p>
    <p v-else class="flex-1 basis-72">
      <I18nT keypath="frame.a-newer-hephaestal-wrote" scope="global">
        <template #strong><b>{{ t('frame.only-to-look-at') }}</b></template>
        <template #name><bdi>{{ yard.looking.name }}</bdi></template>
        <template #part>{{
          yard.looking.leftOut
            ? t('frame.of-its-records-cannot-be-shown', { leftOut: yard.looking.leftOut })
            : ''
        }}</template>
        <template #part2>{{
          yard.looking.own ? t('frame.reload-with-the-network-on-to') : t('frame.update-this-app-to-work-on')
        }}</template>
      </I18nT>
    </p>
    <button v-if="yard.looking.own" class="btn btn-next" @click="reload">{{ t('frame.reload') }}</button>
    <button v-else class="btn btn-next" @click="home">{{ t('frame.back-to-my-yard') }}</button>
  </div>
  <div
    v-else-if="yard.keeping === 'nowhere'"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="kept-nowhere"
  >
    <p class="flex-1 basis-72">
      <I18nT keypath="frame.a-private-window-or-storage-for" scope="global"
        ><template #strong><b>{{ t('frame.this-browser-keeps-nothing') }}</b></template></I18nT
      >
    </p>
    <button class="btn btn-next" :disabled="yard.isEmpty" @click="exportYard">
      {{ t('frame.save-the-yard-to-a-file') }}
    </button>
  </div>
</template>
