<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { nth } from '#core/lists'
import { CERTAINTY_STEPS, type Certainty } from '#core/charge'
import { computed, ref } from 'vue'
import { useChart } from '~/shared/charts/useChart'
import { useUnits } from '~/shared/units/useUnits'

/** What certainty costs: the cheapest charge for one certainty after another. */
const props = defineProps<{ points: Certainty[]; now: { confidence: number | null; cost: number } }>()
const frame = ref<HTMLElement>()
const { money } = useUnits()

/** Each certainty takes the same step, so that the last nines are seen. */
const labelOf = (confidence: number | null) =>
  confidence === null ? t('charge.no-certainty') : String(Number((100 * confidence).toFixed(2)))
const nowAt = computed(() => props.points.findIndex(({ confidence }) => confidence === props.now.confidence))

const { failed } = useChart(frame, [() => props.points, () => props.now], (token) => {
  const x = props.points.map(({ confidence }) => labelOf(confidence))
  const y = props.points.map(({ cost }) => cost)
  const line = {
    type: 'scatter',
    mode: 'lines+markers',
    x,
    y,
    line: { color: token('ember'), width: 3, shape: 'linear' },
    marker: { color: token('ember'), size: 8, symbol: 'diamond' },
    hovertemplate: `${t('charge.percent', { percent: '%{x}' })}: %{y:.2f}<extra></extra>`,
  }
  const here = {
    type: 'scatter',
    mode: 'markers+text',
    x: [x[nowAt.value]],
    y: [props.now.cost],
    text: [t('small.now')],
    textposition: 'top center',
    marker: { symbol: 'line-ns-open', size: 26, color: token('ink'), line: { width: 3 } },
    hoverinfo: 'skip',
  }
  return {
    data: nowAt.value >= 0 ? [line, here] : [line],
    layout: {
      height: 264,
      showlegend: false,
      margin: { l: 62, r: 12, t: 14, b: 60 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
      yaxis: {
        title: { text: t('charge.cost') },
        gridcolor: token('line'),
        fixedrange: true,
        tickformat: '.2f',
      },
      xaxis: {
        title: { text: t('charge.certainty-axis') },
        fixedrange: true,
        type: 'category',
        tickangle: 0,
        tickvals: x,
        // Figures of many nines are as wide as their step: each second one stands a line lower.
        ticktext: x.map((label, at) => (label.includes('.') && at % 2 ? `<br>${label}` : label)),
      },
    },
  }
})
const ends = computed(() => [nth(props.points, 0), nth(props.points, props.points.length - 1)] as const)
const spoken = computed(() =>
  t('charge.certainty-cost-summary', {
    pairs: props.points.map(({ confidence, cost }) => `${labelOf(confidence)}: ${money(cost)}`).join(', '),
  }),
)
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="mb-1">
      <span class="label block"><TermText :text="t('charge.certainty-cost-heading')" /></span>
      <I18nT keypath="charge.certainty-cost-range" scope="global"
        ><template #lowCost><b>{{ money(ends[0].cost) }}</b></template
        ><template #highCost><b>{{ money(ends[1].cost) }}</b></template
        ><template #certainty>{{ labelOf(ends[1].confidence) }}</template></I18nT
      >
      <template v-if="points.length < CERTAINTY_STEPS.length">
        {{ t('charge.certainty-cost-best') }}
      </template>
    </figcaption>
    <div ref="frame" class="min-h-[264px]" role="img" :aria-label="spoken" data-testid="certainty-chart" />
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
