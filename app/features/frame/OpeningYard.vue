<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'
/** The yard is being read; where that takes too long, what may be in its way. */
const LONG_MS = 8000
const long = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => (timer = setTimeout(() => (long.value = true), LONG_MS)))
onBeforeUnmount(() => clearTimeout(timer))
const again = () => location.reload()
</script>

<template>
  <div class="p-8 text-soft">
    <p>Opening the yard…</p>
    <div
      v-if="long"
      role="status"
      class="mt-3 max-w-2xl border-l-8 border-amber bg-amber-wash px-3 py-2 text-ink"
    >
      <p class="font-semibold">It takes longer than it should. Nothing is lost by waiting.</p>
      <p>
        Another window of this app may be holding the yard: close the others, then load this one anew. Years
        of heats take some seconds on a slow machine.
      </p>
      <button class="btn mt-2" @click="again">Load anew</button>
    </div>
  </div>
</template>
