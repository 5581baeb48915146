<script setup lang="ts">
import { t } from '~/words'
import { weighedShortfalls, type Heat } from '#core/heat'
import { harmWords } from '~/shared/words/charge-words'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'

/** What the weighed charge does not keep of its target: said from the scale on to the ledger. */
const props = defineProps<{ heat: Heat }>()
const yard = useYard()
const { grams, money } = useUnits()
const text = computed(() => {
  // Of a heat still being weighed the charge is not whole yet.
  const weighing = Object.keys(props.heat.planned?.lines ?? {}).some(
    (id) => !props.heat.weighed.some(({ lotId }) => lotId === id),
  )
  const found = weighedShortfalls(props.heat).filter(({ kind }) => !weighing || kind !== 'tap')
  if (found.length === 0 || weighing) return ''
  return harmWords(found, {
    lotName: (id) => yard.records.lots[id]?.name ?? '',
    grams,
    money,
    limitOf: (element, bound) => props.heat.alloy?.limits[element]?.[bound],
  })
})
</script>

<template>
  <p v-if="text" class="mb-3 border-l-8 border-amber bg-amber-wash px-3 py-2" data-testid="weighed-remark">
    <b>{{ t('shared-heat.out-of-spec-remark') }}</b> {{ text }}
  </p>
</template>
