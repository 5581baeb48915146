<script setup lang="ts">
import { SEEN, type Seen } from '#core/heat'
import { now } from '~/storage/yard-store'
import { useHeat } from '~/shared/heat/useHeat'
import { SEEN_WORDS } from '~/shared/words/troubles-words'

/** What was seen at the pour, told with one press: it counts when a cause is looked for. */
const { heat, edit } = useHeat()
function press(id: Seen): void {
  const seen = { ...heat.value?.seen }
  const was = !!seen[id]
  if (was) Reflect.deleteProperty(seen, id)
  else seen[id] = now()
  edit(`${was ? 'Not seen' : 'Seen'}: ${SEEN_WORDS[id]}`, { seen })
}
</script>

<template>
  <div v-if="heat" class="slab p-4">
    <h2 class="chalk mb-2">Seen at the pour</h2>
    <div class="flex flex-wrap gap-2">
      <button
        v-for="id in SEEN"
        :key="id"
        type="button"
        class="btn min-h-12"
        :class="heat.seen?.[id] ? 'border-ink bg-ink text-page' : ''"
        :aria-pressed="!!heat.seen?.[id]"
        @click="press(id)"
      >
        {{ heat.seen?.[id] ? '✓ ' : '' }}{{ SEEN_WORDS[id] }}
      </button>
    </div>
  </div>
</template>
