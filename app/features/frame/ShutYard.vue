<script setup lang="ts">
import { useYard } from '~/storage/yard-store'
/** There is a yard in this browser, and it would not open: nothing is drawn as if it were empty. */
const yard = useYard()
const tryAgain = () => location.reload()
</script>

<template>
  <section class="mx-auto max-w-2xl py-8" role="alert" data-testid="shut">
    <h1 class="text-2xl font-bold">The browser will not open your yard</h1>
    <p class="mt-3">It is here, and nothing of it was changed. The browser says: “{{ yard.shutBecause }}”</p>
    <ol class="mt-3 list-decimal pl-6">
      <li>Close every other window of this browser, then try again.</li>
      <li>Make sure that sites may store data, and that this is not a private window.</li>
      <li>Make room on the disk if it is full, and start the browser anew.</li>
    </ol>
    <p class="mt-3">Do not clear the browser’s data for this site: the yard is in it.</p>
    <button class="btn btn-next mt-4" @click="tryAgain">Try again</button>
  </section>
</template>
