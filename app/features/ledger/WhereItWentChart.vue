<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { computed, ref } from 'vue'
import { useChart } from '~/shared/charts/useChart'
/** Where each charge went, heat by heat. The chart library is fetched only here. */
export interface HeatShares {
  stamp: string
  tapped: number
  returned: number
  scrapped: number
  dross: number
  missing: number
}
const props = defineProps<{ points: HeatShares[] }>()
const frame = ref<HTMLElement>()

const SERIES = [
  { key: 'tapped', name: t('ledger.ingots-and-castings'), color: '#cf7f4f', shape: '' },
  { key: 'returned', name: t('ledger.sprues-risers-heel'), color: '#dcc59c', shape: '/' },
  { key: 'scrapped', name: t('ledger.skull-and-spill'), color: '#8d8378', shape: '|' },
  { key: 'dross', name: t('small.dross'), color: '#57504a', shape: '\\' },
  { key: 'missing', name: t('ledger.not-found-series'), color: '#c9463a', shape: 'x' },
] as const

/** Room for a heat's number under its bar, and a frame so narrow that the key stands over several lines, px. */
const NAME_PX = 56
const NARROW_PX = 520

const { failed } = useChart(frame, [() => props.points], (token) => {
  const data = SERIES.map(({ key, name, color, shape }) => ({
    type: 'bar',
    name,
    x: props.points.map(({ stamp }) => stamp),
    y: props.points.map((point) => point[key]),
    marker: {
      color,
      line: { color: '#231b14', width: 1 },
      pattern: { shape, fillmode: 'overlay', fgcolor: '#231b14', size: 6, solidity: 0.15 },
    },
    hovertemplate: `%{x}: %{y:.1f} %<extra>${name}</extra>`,
  }))
  // As many names under the bars as stand side by side.
  const stamps = props.points.map(({ stamp }) => stamp)
  const width = frame.value?.clientWidth ?? 0
  const step = Math.max(1, Math.ceil((stamps.length * NAME_PX) / Math.max(NAME_PX, width - 52)))
  const shown = stamps.filter((_, at) => (stamps.length - 1 - at) % step === 0)
  return {
    data,
    layout: {
      height: width < NARROW_PX ? 320 : 230,
      barmode: 'stack',
      bargap: 0.35,
      margin: { l: 48, r: 16, t: 30, b: 28 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
      legend: { orientation: 'h', y: 1.02, yanchor: 'bottom', x: 0, traceorder: 'normal' },
      yaxis: { range: [0, 102], ticksuffix: ' %', gridcolor: token('line'), fixedrange: true, dtick: 25 },
      xaxis: { fixedrange: true, type: 'category', tickmode: 'array', tickvals: shown, tickangle: 0 },
    },
  }
})
const spoken = computed(
  () =>
    `${t('ledger.where-chart-label')} ` +
    props.points.map(({ stamp, tapped }) => `${stamp} ${fixed(tapped, 0)} %`).join(', '),
)
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="label">{{ t('ledger.where-chart-title') }}</figcaption>
    <div ref="frame" class="min-h-[230px]" role="img" :aria-label="spoken" data-testid="where-chart" />
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
