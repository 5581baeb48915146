<script setup lang="ts">
import { t } from '~/words'
import { useYard } from '~/storage/yard-store'
/** There is a yard in this browser, and it would not open: nothing is drawn as if it were empty. */
const yard = useYard()
const tryAgain = () => location.reload()
</script>

<template>
  <section class="mx-auto max-w-2xl py-8" role="alert" data-testid="shut">
    <h1 class="text-2xl font-bold">{{ t('frame.the-browser-will-not-open-your') }}</h1>
    <p class="mt-3">{{ t('frame.it-is-here-and-nothing-of', { shutBecause: yard.shutBecause }) }}</p>
    <ol class="mt-3 list-decimal pl-6">
      <li>{{ t('frame.close-every-other-window-of-this') }}</li>
      <li>{{ t('frame.make-sure-that-sites-may-store') }}</li>
      <li>{{ t('frame.make-room-on-the-disk-if') }}</li>
    </ol>
    <p class="mt-3">{{ t('frame.do-not-clear-the-browsers-data') }}</p>
    <button class="btn btn-next mt-4" @click="tryAgain">{{ t('frame.try-again') }}</button>
  </section>
</template>
