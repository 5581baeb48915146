<script setup lang="ts">
import { t } from '~/words'
import { useYard } from '~/storage/yard-store'
/** There is a yard in this browser, and it would not open: nothing is drawn as if it were empty. */
const yard = useYard()
const tryAgain = () => location.reload()
</script>

<template>
  <section class="mx-auto max-w-2xl py-8" role="alert" data-testid="shut">
    <h1 class="text-2xl font-bold">{{ t('app-shell.storage-refused-title') }}</h1>
    <p class="mt-3">{{ t('app-shell.storage-refused', { message: yard.shutBecause }) }}</p>
    <ol class="mt-3 list-decimal pl-6">
      <li>{{ t('app-shell.storage-refused-windows') }}</li>
      <li>{{ t('app-shell.storage-refused-private') }}</li>
      <li>{{ t('app-shell.storage-refused-disk') }}</li>
    </ol>
    <p class="mt-3">{{ t('app-shell.storage-refused-clear') }}</p>
    <button class="btn btn-next mt-4" @click="tryAgain">{{ t('app-shell.try-again') }}</button>
  </section>
</template>
