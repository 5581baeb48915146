<script setup lang="ts">
import { sentences } from '~/shared/units/figures'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useEventListener } from '@vueuse/core'
import { navigateTo } from '#imports'
import { watch } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { useYardFile } from '~/features/backup'
import { useYard } from '~/storage/yard-store'

/** Says so where the yard is only looked at, or where the browser keeps nothing. */
const yard = useYard()
const { exportYard } = useYardFile()
const { announce } = useNotices()
watch(
  () => yard.refused,
  () => announce(t('app-shell.read-only-refusal')),
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
      <I18nT keypath="app-shell.cleared-restored" scope="global"
        ><template #title><b>{{ t('app-shell.cleared-title') }}</b></template></I18nT
      >
    </p>
    <button class="btn btn-next" @click="exportYard">{{ t('app-shell.save-file-button') }}</button>
    <button class="btn" @click="yard.writtenAgain = false">{{ t('app-shell.dismiss-button') }}</button>
  </div>
  <div
    v-if="yard.gone && yard.isEmpty"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="yard-gone"
  >
    <p class="flex-1 basis-72">
      <I18nT keypath="app-shell.lost-yard" scope="global"
        ><template #title><b class="text-oxide">{{ t('app-shell.lost-yard-title') }}</b></template></I18nT
      >
    </p>
    <button class="btn btn-next" @click="openFile">{{ t('app-shell.open-backup-button') }}</button>
    <NuxtLink to="/backup" class="btn">{{ t('app-shell.backup-page') }}</NuxtLink>
    <button class="btn" @click="yard.startAnew">{{ t('app-shell.start-empty-button') }}</button>
  </div>
  <div
    v-if="yard.looking"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="looking"
  >
    <p v-if="yard.looking.overtaken" class="flex-1 basis-72">
      <I18nT keypath="app-shell.overtaken" scope="global"
        ><template #title><b>{{ t('app-shell.read-only-title') }}</b></template
        ><template #unsaved
          ><b v-if="yard.looking.overtaken.unsaved" class="text-oxide">{{
            t('app-shell.overtaken-unsaved')
          }}</b></template
        ></I18nT
      >
    </p>
    <p v-else class="flex-1 basis-72">
      <I18nT keypath="app-shell.newer-file" scope="global">
        <template #title><b>{{ t('app-shell.read-only-title') }}</b></template>
        <template #name><bdi>{{ yard.looking.name }}</bdi></template>
      </I18nT>
      {{
        sentences(
          yard.looking.leftOut > 0 && t('app-shell.newer-file-hidden', { count: yard.looking.leftOut }),
          yard.looking.own ? t('app-shell.newer-own-hint') : t('app-shell.newer-file-hint'),
        )
      }}
    </p>
    <button v-if="yard.looking.own" class="btn btn-next" @click="reload">{{ t('app-shell.reload') }}</button>
    <button v-else class="btn btn-next" @click="home">{{ t('app-shell.close-file-button') }}</button>
  </div>
  <div
    v-else-if="yard.keeping === 'nowhere'"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="kept-nowhere"
  >
    <p class="flex-1 basis-72">
      <I18nT keypath="app-shell.not-stored" scope="global"
        ><template #title><b>{{ t('app-shell.not-stored-title') }}</b></template></I18nT
      >
    </p>
    <button class="btn btn-next" :disabled="yard.isEmpty" @click="exportYard">
      {{ t('app-shell.save-file-button') }}
    </button>
  </div>
</template>
