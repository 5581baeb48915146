<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import type { LimitVerdict, Measured } from '#core/assay'
import { orderedLimits, type Limits } from '#core/alloys'
import type { Overruled } from '#core/heat'
import { computed } from 'vue'
import LimitGate from './LimitGate.vue'

const props = defineProps<{
  limits: Limits
  predicted?: { composition: Record<string, number>; sd: Record<string, number> } | null
  measured?: Record<string, Measured> | null
  /** what is found without an analysis */
  inferred?: Record<string, { pct: number; sd: number }> | null
  verdicts?: readonly { element: string; call: LimitVerdict['call'] | 'taken-as-absent' }[]
  /** by element, where most of it comes from */
  sources?: Record<string, string>
  /** limits moved from what the alloy says */
  overruled?: Overruled[]
  /** all of them seen at once, without where each element comes from */
  dense?: boolean
}>()
const ordered = computed(() => orderedLimits(props.limits))
/** What a moved limit was, in words. */
const was = (element: string) =>
  (props.overruled ?? [])
    .filter((entry) => entry.element === element)
    .map((entry) =>
      t('shared.limit-moved', {
        limit:
          entry.was === null ? t('shared.no-limit') : `${entry.bound === 'max' ? '≤' : '≥'} ${entry.was}`,
      }),
    )
    .join(', ')
const call = (element: string) => props.verdicts?.find((entry) => entry.element === element)?.call
</script>

<template>
  <div>
    <div
      class="flex flex-wrap justify-end gap-x-4 text-xs text-soft"
      :class="dense ? '-mb-0.5' : 'mb-1'"
      aria-hidden="true"
    >
      <span v-if="predicted"
        ><I18nT keypath="shared.predicted-mark" scope="global"
          ><template #mark><span class="text-ember">▼</span></template></I18nT
        ></span
      >
      <span v-if="inferred"
        ><I18nT keypath="shared.inferred-mark" scope="global"
          ><template #mark><span class="text-patina">◆</span></template></I18nT
        ></span
      >
      <span v-if="measured"
        ><I18nT keypath="shared.measured-mark" scope="global"
          ><template #mark><span class="text-ink">▲</span></template></I18nT
        ></span
      >
      <span v-if="predicted || inferred || measured">{{ t('shared.legend-uncertainty') }}</span>
      <span>{{ t('shared.legend-limits') }}</span>
    </div>
    <LimitGate
      v-for="[element, limit] in ordered"
      :key="element"
      :element="element"
      :min="limit.min"
      :max="limit.max"
      :predicted="
        predicted ? { pct: predicted.composition[element] ?? 0, sd: predicted.sd[element] ?? 0 } : null
      "
      :measured="measured ? (measured[element] ?? null) : undefined"
      :inferred="inferred ? (inferred[element] ?? null) : undefined"
      :call="call(element)"
      :source="sources?.[element]"
      :was="was(element)"
      :dense="dense"
    />
  </div>
</template>
