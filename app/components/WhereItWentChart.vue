<script setup lang="ts">
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
  { key: 'tapped', name: 'ingots and castings', color: '#cf7f4f', shape: '' },
  { key: 'returned', name: 'sprues, risers, heel', color: '#dcc59c', shape: '/' },
  { key: 'scrapped', name: 'skull and spill', color: '#8d8378', shape: '|' },
  { key: 'dross', name: 'dross', color: '#57504a', shape: '\\' },
  { key: 'missing', name: 'not found', color: '#c9463a', shape: 'x' },
] as const

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
  return {
    data,
    layout: {
      height: 230,
      barmode: 'stack',
      bargap: 0.35,
      margin: { l: 48, r: 4, t: 30, b: 28 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
      legend: { orientation: 'h', y: 1.02, yanchor: 'bottom', x: 0, traceorder: 'normal' },
      yaxis: { range: [0, 102], ticksuffix: ' %', gridcolor: token('line'), fixedrange: true, dtick: 25 },
      xaxis: { fixedrange: true, type: 'category' },
    },
  }
})
const spoken = computed(
  () =>
    'Share of the charge that became ingots and castings: ' +
    props.points.map(({ stamp, tapped }) => `${stamp} ${tapped.toFixed(0)} %`).join(', '),
)
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="label">Where each charge went, share of its weight</figcaption>
    <div ref="frame" class="min-h-[230px]" role="img" :aria-label="spoken" data-testid="where-chart" />
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
