<script setup lang="ts">
import { t } from '~/words'
import { nth } from '#core/lists'
import { heatStamp, type Heat } from '#core/heat'
import { computed, ref } from 'vue'
import { isolated } from '~/shared/units/isolated'

/** One heat out of many: the latest to choose from, an older one by its number. */
const { heats, chosen, label, prompt } = defineProps<{
  /** latest first */
  heats: readonly Heat[]
  /** number of the one chosen, or what else is offered */
  chosen?: string | undefined
  label: string
  /** what stands in the field where a pick does something and leaves nothing chosen */
  prompt?: string
}>()
const emit = defineEmits<{ pick: [number: string] }>()
/** So many a list can still be looked through. */
const MOST = 100
const fault = ref('')
const offered = computed(() => {
  const latest = heats.slice(0, MOST)
  const one = heats.find(({ number }) => String(number) === chosen)
  return one && !latest.includes(one) ? [...latest, one] : latest
})
function choose(event: Event): void {
  const select = event.target as HTMLSelectElement
  const { value } = select
  if (prompt) select.value = ''
  if (value) emit('pick', value)
}
function older(event: Event): void {
  const field = event.target as HTMLInputElement
  const told = Number(field.value.replace(/^\s*h-?\s*/i, ''))
  if (field.value.trim() === '') return void (fault.value = '')
  const found = heats.find((heat) => heat.number === told)
  fault.value = found
    ? ''
    : t('shared-fields.no-such-heat', {
        first: heatStamp(nth(heats, heats.length - 1).number),
        last: heatStamp(nth(heats, 0).number),
      })
  if (!found) return
  field.value = ''
  emit('pick', String(told))
}
</script>

<template>
  <div>
    <select class="field" :aria-label="label" :value="chosen ?? ''" @change="choose">
      <option v-if="prompt" value="">{{ prompt }}</option>
      <option v-for="heat in offered" :key="heat.id" :value="heat.number">
        <slot :heat="heat">{{ heatStamp(heat.number) }} {{ isolated(heat.title) }}</slot>
      </option>
      <slot name="others" />
    </select>
    <label v-if="heats.length > MOST" class="mt-1 flex items-center gap-2 text-sm font-normal"
      >{{ t('shared-fields.older-heat-label')
      }}<input class="field max-w-24" inputmode="numeric" @change="older"
    /></label>
    <p v-if="fault" role="alert" class="text-sm text-oxide">{{ fault }}</p>
  </div>
</template>
