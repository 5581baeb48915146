<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { INCANDESCENCE, INCANDESCENCE_SOURCE } from '#core/melt'
import { useUnits } from '~/shared/units/useUnits'

/** What the glow says where no instrument is at hand. */
defineProps<{
  /** the metal, where it does not glow */
  dull: string | null
}>()
const emit = defineEmits<{ seen: [text: string] }>()
const { degrees } = useUnits()
const span = (from: number, to: number) =>
  t('melt.temperature-span', { fromTemperature: degrees(from), toTemperature: degrees(to) })
</script>

<template>
  <div class="mt-2" data-testid="colour-guide">
    <p v-if="dull" role="alert" class="border-l-8 border-oxide bg-oxide-wash px-3 py-2 font-bold">
      {{ t('melt.no-glow-note', { metals: dull }) }}
    </p>
    <p class="my-2 text-soft">{{ t('melt.colour-guide-hint') }}</p>
    <div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
      <button
        v-for="step in INCANDESCENCE"
        :key="step.id"
        type="button"
        class="btn min-h-[4.5rem] justify-start text-left whitespace-normal"
        @click="
          emit('seen', t('melt.by-eye-entry', { colour: told(step.name), range: span(step.fromC, step.toC) }))
        "
      >
        <span
          class="size-9 shrink-0 border border-line"
          :style="{ background: step.colour }"
          aria-hidden="true"
        />
        <span
          >{{ told(step.name) }}<br /><span class="text-sm font-normal">{{
            span(step.fromC, step.toC)
          }}</span></span
        >
      </button>
    </div>
    <p class="mt-1"><SourceMark :source="INCANDESCENCE_SOURCE" /></p>
  </div>
</template>
