<script setup lang="ts">
import type { LimitVerdict, Measured } from '#core/assay'
import type { Limits } from '#core/alloys'

const props = defineProps<{
  limits: Limits
  predicted?: { composition: Record<string, number>; sd: Record<string, number> } | null
  measured?: Record<string, Measured> | null
  verdicts?: LimitVerdict[]
}>()
const call = (element: string) => props.verdicts?.find((entry) => entry.element === element)?.call
</script>

<template>
  <div>
    <div class="mb-1 flex flex-wrap justify-end gap-x-4 text-xs text-soft" aria-hidden="true">
      <span v-if="predicted"><span class="text-ember">▼</span> predicted</span>
      <span v-if="measured"><span class="text-ink">▲</span> measured</span>
      <span v-if="predicted || measured">line: ± 2 sd</span>
      <span>limits in %</span>
    </div>
    <LimitGate
      v-for="(limit, element) in limits"
      :key="element"
      :element="String(element)"
      :min="limit.min"
      :max="limit.max"
      :predicted="
        predicted
          ? { pct: predicted.composition[element] ?? 0, sd: predicted.sd[element] ?? 0 }
          : null
      "
      :measured="measured?.[element] ?? null"
      :call="call(String(element))"
    />
  </div>
</template>
