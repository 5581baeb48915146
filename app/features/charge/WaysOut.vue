<script setup lang="ts">
import ShortOfTime from './ShortOfTime.vue'
import type { WayOut } from './useWaysOut'

/** Ways to mend a charge, each tried before it is offered. */
defineProps<{
  ways: WayOut[]
  heading: string
  /** the time ran out before all were tried */
  hurried: boolean
}>()
</script>

<template>
  <div v-if="ways.length" class="mt-3 max-w-4xl" data-testid="ways-out">
    <h2 class="label">{{ heading }}</h2>
    <ul>
      <li
        v-for="way in ways"
        :key="way.words"
        class="flex flex-wrap items-center gap-x-4 border-b border-line py-1"
      >
        <span class="flex-1 basis-60 font-semibold">{{ way.words }}</span>
        <button v-if="way.apply" class="btn" @click="way.apply">
          {{ way.doIt }}<span class="sr-only">: {{ way.words }}</span>
        </button>
      </li>
    </ul>
  </div>
  <ShortOfTime v-if="hurried" ways />
</template>
