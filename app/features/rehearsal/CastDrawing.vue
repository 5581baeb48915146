<script setup lang="ts">
import { computed } from 'vue'
import type { CastingFault, CastResult } from '#core/rehearsal'
import { seededRandom } from '#core/statistics'
import { useUnits } from '~/shared/units/useUnits'
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { FILL_WORDS } from './rehearsal-words'

/** One casting cut open: how far it filled, its pores and skins. Drawn from the figures, not to scale. */
const props = defineProps<{ cast: CastResult; faults: readonly CastingFault[]; seed: number }>()
const { grams } = useUnits()
const [W, H] = [200, 76]
/** The thin arm is as thick as its wall, drawn at three dots a millimetre, within reason. */
const thin = computed(() => Math.max(8, Math.min(44, 3 * props.cast.thinMm)))
const filledTo = computed(() => 8 + (W - 16) * props.cast.filled)
const has = (fault: CastingFault) => props.faults.includes(fault)
const dots = computed(() => {
  const random = seededRandom(props.seed)
  const count = has('gas-pores') || has('steam-pores') ? 26 : 0
  return Array.from({ length: count }, () => {
    const x = 14 + random.even() * (filledTo.value - 20)
    const high = x < 62 ? 44 : thin.value - 5
    return { x, y: H - 12 - random.even() * Math.max(2, high), r: 1 + 2 * random.even() }
  })
})
const skins = computed(() => {
  if (!has('oxide-skins')) return []
  const random = seededRandom(props.seed + 1)
  return Array.from({ length: 5 }, () => {
    const x = 16 + random.even() * Math.max(10, filledTo.value - 46)
    const y = H - 14 - random.even() * Math.max(3, thin.value - 8)
    return `M${x},${y} q7,-6 12,0 t10,1`
  })
})
const words = computed(() =>
  t('rehearsal.cast-in-words', {
    castingName: props.cast.name,
    thickness: fixed(props.cast.thinMm, 0),
    state: FILL_WORDS[props.cast.state],
    percent: Math.round(100 * props.cast.filled),
  }),
)
const outline = computed(() => `M8,${H - 8} V18 H62 V${H - 8 - thin.value} H${W - 8} V${H - 8} Z`)
</script>

<template>
  <figure class="w-56">
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="words" class="w-full">
      <clipPath :id="`fill-${seed}`"><rect x="0" y="0" :width="filledTo" :height="H" /></clipPath>
      <path :d="outline" fill="none" stroke="currentColor" stroke-width="1.5" stroke-dasharray="4 3" />
      <path :d="outline" class="fill-metal" :clip-path="`url(#fill-${seed})`" />
      <circle v-for="(dot, at) in dots" :key="at" :cx="dot.x" :cy="dot.y" :r="dot.r" class="fill-hole" />
      <path
        v-for="(skin, at) in skins"
        :key="at"
        :d="skin"
        fill="none"
        class="stroke-skin"
        stroke-width="1.5"
        :clip-path="`url(#fill-${seed})`"
      />
      <path v-if="cast.sinks" d="M24,18 Q35,52 46,18 Z" class="fill-hole" />
      <path
        v-if="cast.state === 'cold-shut'"
        :d="`M${0.62 * W},${H - 8} q3,${-thin / 3} -1,${-thin / 2} t2,${-thin / 2}`"
        fill="none"
        class="stroke-skin"
        stroke-width="2.5"
      />
    </svg>
    <figcaption class="text-sm">
      <b>{{ cast.name }}</b> {{ grams(cast.massG) }}<br />{{ FILL_WORDS[cast.state] }}
    </figcaption>
  </figure>
</template>

<style scoped>
.fill-metal {
  fill: color-mix(in oklab, var(--amber) 45%, var(--panel));
}
.fill-hole {
  fill: var(--ink);
}
.stroke-skin {
  stroke: var(--oxide);
}
</style>
