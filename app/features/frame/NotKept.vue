<script setup lang="ts">
import { useYard } from '~/storage/yard-store'
import { unfitWords } from './unfit-words'
/** A change that would not be read again was not made: which, why, and that the rest is as it was. */
const yard = useYard()
</script>

<template>
  <div
    v-if="yard.notKept"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="not-kept"
  >
    <p class="flex-1 basis-80">
      <b class="text-oxide"
        >Not done: <bdi>{{ yard.notKept.label }}</bdi>.</b
      >
      The fault lies in {{ unfitWords(yard.notKept.why) }} Everything is as it was.
    </p>
    <button class="btn" @click="yard.notKept = null">Understood</button>
  </div>
</template>
