<script setup lang="ts">
import { t } from '~/words'
import { computed, ref } from 'vue'
import type { CoolingCurve, CurvePoint } from '#core/inference'
import { useChart } from '~/shared/charts/useChart'
import { useUnits } from '~/shared/units/useUnits'

/** A cooling curve: readings, the smooth curve through them, how fast it cools, and where it froze. */
const props = defineProps<{ points: readonly CurvePoint[]; curve: CoolingCurve | null }>()
const frame = ref<HTMLElement>()
const { temperature, degrees } = useUnits()
const show = (celsius: number) =>
  Number((temperature.value === 'F' ? celsius * 1.8 + 32 : celsius).toFixed(2))
const apart = (celsius: number) => Number((temperature.value === 'F' ? celsius * 1.8 : celsius).toFixed(3))
/** The curve begins at its hottest reading: so late in the readings, s. */
const startS = computed(() => {
  let hottest = props.points[0]
  for (const point of props.points) if (hottest && point[1] > hottest[1]) hottest = point
  return hottest?.[0] ?? 0
})
const { failed } = useChart(frame, [() => props.points, () => props.curve, temperature], (token) => {
  const { curve } = props
  const level = (celsius: number, color: string) => ({
    type: 'line',
    xref: 'paper',
    x0: 0,
    x1: 1,
    y0: show(celsius),
    y1: show(celsius),
    line: { color, width: 2, dash: 'dot' },
  })
  const note = (celsius: number, text: string) => ({
    xref: 'paper',
    x: 0.99,
    y: show(celsius),
    text,
    showarrow: false,
    xanchor: 'right',
    yanchor: 'bottom',
    font: { color: token('ink') },
  })
  const arrests = curve?.arrests ?? []
  return {
    data: [
      {
        type: 'scatter',
        mode: 'markers',
        x: props.points.map(([s]) => s),
        y: props.points.map(([, c]) => show(c)),
        marker: { color: token('soft'), size: 4 },
        hovertemplate: `%{x:.0f} s: %{y:.0f} °${temperature.value}<extra></extra>`,
      },
      ...(curve
        ? [
            {
              type: 'scatter',
              mode: 'lines',
              x: curve.smoothed.map(([s]) => Number((s + startS.value).toFixed(1))),
              y: curve.smoothed.map(([, c]) => show(c)),
              line: { color: token('ember'), width: 3 },
              hoverinfo: 'skip',
            },
            {
              type: 'scatter',
              mode: 'lines',
              yaxis: 'y2',
              x: curve.rate.map(([s]) => Number((s + startS.value).toFixed(1))),
              y: curve.rate.map(([, c]) => apart(c)),
              line: { color: token('patina'), width: 1.5 },
              hoverinfo: 'skip',
            },
          ]
        : []),
    ],
    layout: {
      height: 320,
      showlegend: false,
      margin: { l: 52, r: 52, t: 12, b: 42 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
      shapes: [
        ...(curve?.liquidus ? [level(curve.liquidus.celsius, token('ink'))] : []),
        ...arrests.map(({ celsius }) => level(celsius, token('soft'))),
      ],
      annotations: [
        ...(curve?.liquidus
          ? [
              note(
                curve.liquidus.celsius,
                t('infer.chart-liquidus', { temperature: degrees(curve.liquidus.celsius) }),
              ),
            ]
          : []),
        ...arrests.map(({ celsius }) =>
          note(celsius, t('infer.chart-arrest', { temperature: degrees(celsius) })),
        ),
      ],
      xaxis: { title: { text: t('infer.seconds') }, gridcolor: token('line'), fixedrange: true },
      yaxis: { title: { text: `°${temperature.value}` }, gridcolor: token('line'), fixedrange: true },
      yaxis2: {
        title: { text: `°${temperature.value}/s`, font: { color: token('patina') } },
        overlaying: 'y',
        side: 'right',
        showgrid: false,
        fixedrange: true,
        tickfont: { color: token('patina') },
      },
    },
  }
})
const spoken = computed(() => {
  const { curve } = props
  if (!curve) return t('infer.curve-label', { readings: props.points.length })
  return [
    curve.liquidus ? t('infer.chart-liquidus', { temperature: degrees(curve.liquidus.celsius) }) : '',
    ...curve.arrests.map(({ celsius }) => t('infer.chart-arrest', { temperature: degrees(celsius) })),
  ]
    .filter(Boolean)
    .join('; ')
})
</script>

<template>
  <figure>
    <div ref="frame" class="min-h-[320px]" role="img" :aria-label="spoken" data-testid="curve-chart" />
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
