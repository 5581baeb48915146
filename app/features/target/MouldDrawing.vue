<script setup lang="ts">
import { t } from '~/words'
import type { PourPlan } from '#core/casting'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'

/** A mould cut through: basin, sprue, runner, gate, casting, riser with its neck, vents, chill, and where a pour broke off. */
const props = defineProps<{
  plan: PourPlan
  castingMm: number
  headMm: number
  riser: { diameterMm: number; heightMm: number; neck: { longestMm: number; acrossMm: number } } | null
  chillMm: number | null
  /** height of the line of a broken pour, mm */
  lineMm?: number | null
  /** a box of sand, or a mould of one piece */
  sand: boolean
}>()
const { mm } = useUnits()

/* Heights are to scale; widths are drawn so that each part can be seen. */
const TOP = 26
const ROOM = 190
const LEFT = 20
const RIGHT = 440
const scale = computed(() => ROOM / (props.castingMm + props.headMm))
const y = (heightMm: number) => TOP + ROOM - heightMm * scale.value
const CAST = { x: 230, width: 78 }
const SPRUE = 96
const gateY = computed(() => {
  const at = { bottom: 0, parting: props.castingMm / 2, top: props.castingMm }[props.plan.gate]
  return y(at)
})
/** Half-widths of the sprue, foot and top, so drawn that the foot can be seen. */
const foot = 5
const crown = computed(() => Math.min(16, (foot * props.plan.sprueTopMm) / props.plan.chokeMm))
const riserBox = computed(() => {
  if (!props.riser) return null
  const width = Math.max(18, Math.min(46, props.riser.diameterMm * scale.value))
  // It stands beside the upper half of the casting; one that reaches the top is open there.
  const base = y(props.castingMm / 2)
  const height = Math.min(props.riser.heightMm * scale.value, base - TOP)
  return { x: CAST.x + CAST.width + 26, width, top: base - height, height, neckY: base - 10 }
})
const vents = computed(() => Math.min(props.plan.vents, 5))
const fallen = computed(() => props.plan.fallMm > props.plan.mostFallMm)
</script>

<template>
  <svg
    viewBox="0 0 460 250"
    class="h-auto w-full"
    role="img"
    :aria-label="t('target.drawing-label')"
    data-testid="mould-drawing"
  >
    <!-- sand -->
    <rect :x="LEFT" :y="TOP" :width="RIGHT - LEFT" :height="ROOM + 18" class="sand" />
    <path v-if="sand" :d="`M${LEFT} ${gateY} H${RIGHT}`" class="parting" />
    <!-- the way in -->
    <path
      :d="`M${SPRUE - 24} ${TOP} h48 l-6 9 h-36 z M${SPRUE - crown} ${TOP + 8} L${SPRUE - foot} ${gateY} h${2 * foot} L${SPRUE + crown} ${TOP + 8} z`"
      class="metal"
    />
    <path :d="`M${SPRUE - foot} ${gateY - 5} H${CAST.x - 22} v10 H${SPRUE - foot} z`" class="metal" />
    <path :d="`M${CAST.x - 24} ${gateY - 3} H${CAST.x + 2} v6 H${CAST.x - 24} z`" class="metal" />
    <!-- casting -->
    <rect :x="CAST.x" :y="y(castingMm)" :width="CAST.width" :height="castingMm * scale" class="casting" />
    <!-- riser and neck -->
    <template v-if="riserBox">
      <rect
        :x="riserBox.x"
        :y="riserBox.top"
        :width="riserBox.width"
        :height="riserBox.height"
        class="metal"
      />
      <rect
        :x="CAST.x + CAST.width - 1"
        :y="riserBox.neckY"
        :width="riserBox.x - CAST.x - CAST.width + 2"
        height="8"
        class="metal"
      />
    </template>
    <!-- vents -->
    <path
      v-for="at in vents"
      :key="at"
      :d="`M${CAST.x + (at * CAST.width) / (vents + 1)} ${TOP} V${y(castingMm) - (sand ? 5 : 0)}`"
      class="vent"
    />
    <!-- chill -->
    <rect v-if="chillMm" :x="CAST.x + 8" :y="y(0) + 1" :width="CAST.width - 16" height="9" class="chill" />
    <!-- a pour broken off -->
    <path v-if="lineMm" :d="`M${CAST.x - 6} ${y(lineMm)} h${CAST.width + 12}`" class="broken" />
    <!-- words -->
    <g class="words">
      <text :x="SPRUE" :y="TOP - 8" text-anchor="middle">
        {{ t('target.drawing-across', { diameter: mm(plan.sprueTopMm) }) }}
      </text>
      <text :x="SPRUE - 12" :y="gateY - 22" text-anchor="end">{{ t('target.choke') }}</text>
      <text :x="SPRUE - 12" :y="gateY - 9" text-anchor="end" class="strong">{{ mm(plan.chokeMm) }}</text>
      <text :x="(SPRUE + CAST.x) / 2" :y="gateY - 10" text-anchor="middle">
        {{ t('target.runner-gate') }}
      </text>
      <text :x="CAST.x + CAST.width / 2" :y="y(castingMm / 2) + 4" text-anchor="middle" class="on-metal">
        {{ t('target.drawing-high', { height: mm(castingMm) }) }}
      </text>
      <text :x="CAST.x - 8" :y="(TOP + y(castingMm)) / 2 + 4" text-anchor="end">
        {{ t('target.drawing-head', { height: mm(headMm) }) }}
      </text>
      <template v-if="riserBox && riser">
        <text :x="riserBox.x + riserBox.width + 6" :y="riserBox.top + 14">
          {{ t('target.drawing-riser') }}
        </text>
        <text :x="riserBox.x + riserBox.width + 6" :y="riserBox.top + 27" class="strong">
          {{ mm(riser.diameterMm) }}
        </text>
      </template>
      <text v-if="chillMm" :x="CAST.x + CAST.width + 8" :y="y(0) + 12">
        {{ t('target.drawing-chill', { thickness: mm(chillMm) }) }}
      </text>
      <text v-if="lineMm" :x="CAST.x - 10" :y="y(lineMm) + 4" text-anchor="end" class="warn">
        {{ t('target.drawing-line', { height: mm(lineMm) }) }}
      </text>
      <text v-if="fallen" :x="CAST.x + CAST.width / 2" :y="y(0) - 8" text-anchor="middle" class="on-metal">
        {{ t('target.drawing-fall', { height: mm(plan.fallMm) }) }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.sand {
  fill: var(--well);
  stroke: var(--ink);
  stroke-width: 2;
}
.parting {
  stroke: var(--soft);
  stroke-dasharray: 6 4;
  fill: none;
}
.metal {
  fill: #cf7f4f;
}
.casting {
  fill: #a8572c;
}
.vent {
  stroke: var(--soft);
  stroke-width: 1.5;
  fill: none;
}
.chill {
  fill: var(--ink);
}
.broken {
  stroke: var(--oxide);
  stroke-width: 3;
  stroke-dasharray: 7 3;
  fill: none;
}
.words {
  font-size: 12px;
  fill: var(--ink);
}
.strong {
  font-weight: 700;
}
.warn {
  fill: var(--oxide);
  font-weight: 700;
}
.on-metal {
  fill: #fff;
  font-weight: 700;
}
</style>
