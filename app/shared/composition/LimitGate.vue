<script setup lang="ts">
import { t } from '~/words'
import type { Call } from '#core/assay'
import { elementName } from '~/shared/units/elements'
import { computed } from 'vue'
import { joinFacts, limitWords, percent, trimmed } from '~/shared/units/figures'

/**
 * One limit as a gate in a runner: posts at the least and the most, each limit drawn equally wide so that
 * 0.005 % matters as much as 88 %. A prediction hangs above the line, a measurement stands below it, each with
 * two standard deviations either side. What is only inferred lies on the line, with a mark of its own.
 */
const props = defineProps<{
  element: string
  min?: number | undefined
  max?: number | undefined
  predicted?: { pct: number; sd: number } | null
  measured?: { pct: number; sd: number; below?: number | undefined } | null
  /** from the charge, weights and tests; null where it has no figure */
  inferred?: { pct: number; sd: number } | null
  call?: Call | 'taken-as-absent' | undefined
  /** where most of it comes from */
  source?: string | undefined
  /** what the limit was before it was moved */
  was?: string | undefined
  /** lower, and without where it comes from: many gates seen at once */
  dense?: boolean | undefined
}>()

const scale = computed(() => {
  const { min, max } = props
  if (min !== undefined && max !== undefined) {
    const margin = Math.max((max - min) * 0.7, 1e-9)
    return { from: Math.max(0, min - margin), to: Math.min(100, max + margin) }
  }
  if (max !== undefined) return { from: 0, to: max > 0 ? max * 1.7 : 1 }
  const least = min ?? 0
  return { from: Math.max(0, least - (100 - least) * 0.7), to: 100 }
})
const at = (value: number) =>
  Math.min(100, Math.max(0, (100 * (value - scale.value.from)) / (scale.value.to - scale.value.from)))
const off = (value: number) => (value < scale.value.from ? 'low' : value > scale.value.to ? 'high' : null)
const band = computed(() => ({
  from: props.min === undefined ? 0 : at(props.min),
  to: props.max === undefined ? 100 : at(props.max),
}))
function mark(value?: { pct: number; sd: number } | null) {
  if (!value) return null
  const from = at(value.pct - 2 * value.sd)
  return { x: at(value.pct), from, width: at(value.pct + 2 * value.sd) - from, off: off(value.pct) }
}
const above = computed(() => mark(props.predicted))
const below = computed(() => mark(props.measured))
const between = computed(() => mark(props.inferred))
const limitText = computed(() => limitWords(props))
const within = (value: number) =>
  value >= (props.min ?? 0) - 1e-6 * (props.min ?? 1) && value <= (props.max ?? 100) + 1e-6 * (props.max ?? 1)
const figure = (value: { pct: number; sd: number; below?: number | undefined }) =>
  value.below !== undefined ? `<${trimmed(value.below)}` : percent(value.pct)
const CALL_WORDS: Readonly<Record<Call | 'taken-as-absent', string>> = {
  'taken-as-absent': t('shared.call-taken-as-absent'),
  inside: t('shared.call-inside'),
  outside: t('shared.call-outside'),
  unclear: t('shared.call-unclear'),
  'not-measured': t('shared.call-not-measured'),
}
const spoken = computed(() => {
  const parts = [t('shared.limit-label', { element: elementName(props.element), limitText: limitText.value })]
  if (props.predicted)
    parts.push(
      joinFacts(
        props.predicted.sd
          ? t('shared.predicted-plus-minus', {
              pct: percent(props.predicted.pct),
              uncertainty: percent(props.predicted.sd),
            })
          : t('shared.predicted-label', { value: percent(props.predicted.pct) }),
        !within(props.predicted.pct) && t('shared.call-outside'),
      ),
    )
  if (props.inferred)
    parts.push(
      t('shared.inferred-label', {
        pct: percent(props.inferred.pct),
        uncertainty: percent(props.inferred.sd),
      }),
    )
  if (props.measured) parts.push(t('shared.measured-label', { reading: figure(props.measured) }))
  if (props.call) parts.push(CALL_WORDS[props.call])
  if (props.was) parts.push(props.was)
  if (props.source) parts.push(props.source)
  return parts.join('; ')
})
</script>

<template>
  <div
    class="gate-row"
    :class="{ dense }"
    :style="{
      '--figures': (predicted ? 1 : 0) + (inferred !== undefined ? 1 : 0) + (measured !== undefined ? 1 : 0),
    }"
    role="img"
    :aria-label="spoken"
  >
    <span class="text-lg leading-none font-extrabold" aria-hidden="true">{{ element }}</span>
    <div class="runner" aria-hidden="true">
      <span class="passage" :style="{ left: `${band.from}%`, width: `${band.to - band.from}%` }" />
      <span v-if="min !== undefined" class="post" :style="{ left: `${band.from}%` }" />
      <span v-if="max !== undefined" class="post" :style="{ left: `${band.to}%` }" />
      <template v-if="above">
        <span class="spread up" :style="{ left: `${above.from}%`, width: `${above.width}%` }" />
        <span class="plumb" :style="{ left: `${above.x}%` }" :class="{ bad: !within(predicted!.pct) }">{{
          above.off === 'high' ? '▸' : above.off === 'low' ? '◂' : '▼'
        }}</span>
      </template>
      <template v-if="between">
        <span class="spread mid" :style="{ left: `${between.from}%`, width: `${between.width}%` }" />
        <span
          class="dropped"
          :style="{ left: `${between.x}%` }"
          :class="{ bad: measured === undefined && call === 'outside' }"
          >{{ between.off === 'high' ? '▸' : between.off === 'low' ? '◂' : '◆' }}</span
        >
      </template>
      <template v-if="below">
        <span class="spread down" :style="{ left: `${below.from}%`, width: `${below.width}%` }" />
        <span class="struck" :style="{ left: `${below.x}%` }" :class="{ bad: call === 'outside' }">{{
          below.off === 'high' ? '▸' : below.off === 'low' ? '◂' : '▲'
        }}</span>
      </template>
    </div>
    <span class="num" aria-hidden="true">
      <span v-if="predicted" :class="within(predicted.pct) ? '' : 'font-bold text-oxide'">{{
        percent(predicted.pct)
      }}</span>
      <span v-if="inferred === null" />
      <span
        v-if="inferred"
        :class="measured === undefined && call === 'outside' ? 'font-bold text-oxide' : 'font-bold'"
        >{{ percent(inferred.pct) }}</span
      >
      <span v-if="measured === null" />
      <span v-if="measured" class="font-bold" :class="call === 'outside' ? 'text-oxide' : ''">
        {{ figure(measured) }}</span
      >
    </span>
    <span class="lim" :class="{ 'font-bold text-amber': was }" aria-hidden="true"
      >{{ limitText }}<template v-if="was">*</template></span
    >
    <span v-if="(source && !dense) || was" class="from" aria-hidden="true">
      <b v-if="was" class="text-amber">* {{ was }}<template v-if="source && !dense">; </template></b
      >{{ dense ? '' : source }}
    </span>
  </div>
</template>

<style scoped>
.gate-row {
  /* Its marks stay its own, so that a gate that did not change is not painted again. */
  isolation: isolate;
  display: grid;
  grid-template-columns: 1.7rem minmax(4rem, 1fr) calc(var(--figures) * 3.6rem) 4.6rem;
  align-items: center;
  gap: 0.6rem;
  min-height: 2.05rem;
}
@media (max-width: 26rem) {
  .gate-row {
    grid-template-columns: 1.7rem minmax(2rem, 1fr) calc(var(--figures) * 3.1rem) 4rem;
    gap: 0.35rem;
  }
}
.gate-row.dense {
  min-height: 1.5rem;
}
.dense .runner {
  height: 1.35rem;
}
.dense .from {
  margin-top: -0.2rem;
}
.runner {
  position: relative;
  height: 1.7rem;
  background:
    linear-gradient(var(--line), var(--line)) 0 50% / 100% 1px no-repeat,
    repeating-linear-gradient(45deg, transparent 0 5px, var(--well) 5px 7px);
}
.passage {
  position: absolute;
  inset-block: 0.16rem;
  background: var(--patina-wash);
  border-block: 1px solid var(--line);
}
.post {
  position: absolute;
  inset-block: 0;
  width: 4px;
  margin-left: -2px;
  background: var(--ink);
}
.spread {
  position: absolute;
  height: 4px;
  background: var(--soft);
  min-width: 2px;
}
.spread.up {
  top: 0.36rem;
}
.spread.down {
  bottom: 0.36rem;
  background: var(--ink);
}
.spread.mid {
  top: calc(50% - 2px);
  background: var(--patina);
}
.plumb,
.dropped,
.struck {
  position: absolute;
  width: 1rem;
  margin-left: -0.5rem;
  text-align: center;
  line-height: 1;
  font-size: 0.8rem;
}
.plumb {
  top: -0.05rem;
  color: var(--ember);
}
.dropped {
  top: calc(50% - 0.4rem);
  color: var(--patina);
}
.struck {
  bottom: -0.05rem;
  color: var(--ink);
}
.from {
  grid-column: 2 / -1;
  margin: -0.55rem 0 0.3rem;
  color: var(--soft);
  font-size: var(--text-xs);
  line-height: 1.2;
}
.bad {
  color: var(--oxide);
  font-size: 1rem;
}
.num {
  display: flex;
  justify-content: flex-end;
  font-size: var(--text-sm);
}
.num > span {
  width: 3.6rem;
  text-align: right;
}
@media (max-width: 26rem) {
  .num > span {
    width: 3.1rem;
  }
}
.lim {
  color: var(--soft);
  font-size: var(--text-xs);
  white-space: nowrap;
}
</style>
