<script setup lang="ts">
import { t } from '~/words'
import { SEEN, type Seen } from '#core/heat'
import { now, useYard } from '~/storage/yard-store'
import { stopLine } from '#core/casting'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { useHeat } from '~/shared/heat/useHeat'
import { SEEN_WORDS } from '~/shared/words/troubles-words'

/** What was seen at the pour, told with one press: it counts when a cause is looked for. */
const { heat, edit } = useHeat()
const yard = useYard()
const { mm } = useUnits()
const line = computed(() => {
  const current = heat.value
  const at = current && stopLine(current.need, current.pour.stoppedAtG)
  if (at) return t('pour.cold-shut-at', { height: mm(at) })
  return current?.need?.castingMm ? t('pour.cold-shut') : t('pour.cold-shut-unknown')
})
function press(id: Seen): void {
  const seen = { ...heat.value?.seen }
  const was = !!seen[id]
  if (was) Reflect.deleteProperty(seen, id)
  else seen[id] = now()
  edit(`${was ? t('pour.unsee-edit') : t('pour.see-edit')}: ${SEEN_WORDS[id]}`, { seen })
}
</script>

<template>
  <div v-if="heat" class="slab p-4">
    <h2 class="chalk mb-2">{{ t('pour.seen-heading') }}</h2>
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
    <div v-if="heat.seen?.['pour-interrupted']" class="mt-3 flex flex-wrap items-end gap-3">
      <QuantityField
        class="w-44"
        :model-value="heat.pour.stoppedAtG ?? null"
        :label="t('pour.interrupted-mass-label')"
        kind="mass"
        nullable
        positive
        @update:model-value="
          edit(t('pour.interrupted-mass-edit'), { pour: { ...heat.pour, stoppedAtG: $event } }, 'stopped-at')
        "
        @sealed="yard.seal()"
      />
      <p class="min-w-0 flex-1 basis-60" data-testid="stop-line">
        {{ line }}
      </p>
    </div>
  </div>
</template>
