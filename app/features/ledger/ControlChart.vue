<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { firstFew } from '~/shared/units/figures'
import { localFigures } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { chartText } from '~/shared/charts/chart-text'
import { CHART, type ControlChart } from '#core/learn'
import { computed, ref } from 'vue'
import { useChart } from '~/shared/charts/useChart'
import { RULE_WORDS } from '~/shared/learning/learning-words'

/** Individuals heat by heat, with their limits; what is out of control stands out by shape as well as colour. */
const props = defineProps<{ chart: ControlChart; stamps: string[]; title: string; unit: string }>()
const frame = ref<HTMLElement>()
/** Points out of control named one by one. */
const MOST_TOLD = 12
/** From so many heats on not every one has its stamp under it. */
const STAMPS_MOST = 14
/** What cannot be below nothing has its lower limit there. */
const floor = computed(() =>
  props.chart.values.every((value) => value >= 0) ? Math.max(0, props.chart.lower) : props.chart.lower,
)
const signalAt = computed(() => new Map(props.chart.signals.map(({ index, rules }) => [index, rules])))
const { failed } = useChart(frame, [() => props.chart], (token) => {
  const { chart } = props
  const [usual, off] = [token('ember'), token('oxide')]
  const line = (y: number, dash: string) => ({
    type: 'line',
    xref: 'paper',
    x0: 0,
    x1: 1,
    y0: y,
    y1: y,
    line: { color: token('soft'), width: 1.5, dash },
  })
  return {
    data: [
      {
        type: 'scatter',
        mode: 'lines+markers',
        x: props.stamps,
        y: chart.values,
        line: { color: token('soft'), width: 1.5 },
        marker: {
          color: chart.values.map((_, at) => (signalAt.value.has(at) ? off : usual)),
          symbol: chart.values.map((_, at) => (signalAt.value.has(at) ? 'x' : 'circle')),
          size: chart.values.map((_, at) => (signalAt.value.has(at) ? 12 : 8)),
        },
        hovertemplate: `%{x}: %{y:.3g} ${chartText(props.unit)}<extra></extra>`,
      },
    ],
    layout: {
      height: 200,
      showlegend: false,
      margin: { l: 52, r: 8, t: 8, b: 30 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
      shapes: [line(chart.mean, 'solid'), line(chart.upper, 'dash'), line(floor.value, 'dash')],
      xaxis: {
        fixedrange: true,
        type: 'category',
        ...(chart.values.length > STAMPS_MOST ? { nticks: 6, tickangle: 0 } : {}),
      },
      yaxis: { fixedrange: true, gridcolor: token('line') },
    },
  }
})
const spoken = computed(
  () =>
    `${t('ledger.chart-label', { title: props.title, mean: localFigures(props.chart.mean.toPrecision(3)), lower: localFigures(floor.value.toPrecision(3)), upper: localFigures(props.chart.upper.toPrecision(3)), unit: props.unit })} ` +
    props.chart.values
      .map((value, at) => `${props.stamps[at]} ${localFigures(value.toPrecision(3))}`)
      .join(', '),
)
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="font-bold">{{ title }}</figcaption>
    <div ref="frame" class="min-h-[200px]" role="img" :aria-label="spoken" />
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
    <p v-if="chart.signals.length" class="text-sm" data-testid="out-of-control">
      {{
        t('ledger.out-of-control', {
          heats: firstFew(
            chart.signals
              .toReversed()
              .map(
                ({ index, rules }) =>
                  `${stamps[index]} (${rules.map((rule) => RULE_WORDS[rule]).join(', ')})`,
              ),
            MOST_TOLD,
          ),
        })
      }}
    </p>
    <p v-else class="text-sm text-soft">
      {{
        t('ledger.chart-in-control', {
          mean: localFigures(chart.mean.toPrecision(3)),
          unit,
          lower: localFigures(floor.toPrecision(3)),
          upper: localFigures(chart.upper.toPrecision(3)),
        })
      }}
    </p>
    <p><SourceMark :source="t('ledger.chart-method', { d2: CHART.d2, source: CHART.source })" /></p>
  </figure>
</template>
