<script setup lang="ts">
import { EMERGENCIES, EMERGENCY_FIRST, EMERGENCY_SOURCE } from '#core/melt'

/** Something goes wrong: what to do, at once, without a question asked. */
const emit = defineEmits<{ close: [] }>()
const chosen = ref<string | null>(null)
const now = computed(() => EMERGENCIES.find(({ id }) => id === chosen.value) ?? null)
</script>

<template>
  <SheetDialog title="Stop" wide @close="emit('close')">
    <p class="mb-3 border-l-8 border-oxide bg-oxide-wash px-3 py-2 text-xl font-bold">
      {{ EMERGENCY_FIRST }}
    </p>
    <ol
      v-if="now"
      class="mb-4 list-decimal pl-6 text-xl font-semibold"
      data-testid="emergency"
      aria-live="assertive"
    >
      <li v-for="step in now.now" :key="step" class="mb-2">{{ step }}</li>
    </ol>
    <div class="grid gap-2 sm:grid-cols-2">
      <button
        v-for="one in EMERGENCIES"
        :key="one.id"
        class="btn min-h-[4.5rem] text-lg whitespace-normal"
        :class="chosen === one.id ? 'border-ink bg-ink text-page' : ''"
        :aria-pressed="chosen === one.id"
        @click="chosen = one.id"
      >
        {{ one.name }}
      </button>
    </div>
    <p class="mt-3 text-sm text-soft">{{ EMERGENCY_SOURCE }}.</p>
  </SheetDialog>
</template>
