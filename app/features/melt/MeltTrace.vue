<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { counted } from '~/shared/units/figures'
import type { PourWindow } from '#core/families'
import { findPlateau } from '#core/melt'
import { computed, ref } from 'vue'
import { useChart } from '~/shared/charts/useChart'
import { useUnits } from '~/shared/units/useUnits'

/** The temperature of the melt over time, with its liquidus and the window to pour in. */
const props = defineProps<{
  trace: { atMin: number; celsius: number }[]
  liquidusC: number
  window: PourWindow | null
  /** the readings were put right by what their thermocouple showed at freezing metals */
  corrected?: boolean
  /** the way ahead, minutes and °C, as a band */
  ahead?: readonly { atMin: number; low: number; mid: number; high: number }[]
}>()
const frame = ref<HTMLElement>()
const { temperature, degrees } = useUnits()
const show = (celsius: number) => (temperature.value === 'F' ? celsius * 1.8 + 32 : celsius)
/** The time axis shows at least so much, min. */
const SHORTEST_MIN = 10
/** Readings that are marked one by one and told one by one: of more the line, and every so many. */
const MOST_MARKED = 40
/** The band of the forecast and its middle, dashed. */
function aheadOf(token: (name: string) => string): object[] {
  const { ahead = [] } = props
  if (ahead.length < 2) return []
  const x = ahead.map(({ atMin }) => Number(atMin.toFixed(2)))
  const y = (of: 'low' | 'mid' | 'high') => ahead.map((one) => Number(show(one[of]).toFixed(1)))
  const plain = { type: 'scatter', mode: 'lines', x, hoverinfo: 'skip' }
  return [
    { ...plain, y: y('low'), line: { width: 0 } },
    { ...plain, y: y('high'), line: { width: 0 }, fill: 'tonexty', fillcolor: token('amber-wash') },
    { ...plain, y: y('mid'), line: { color: token('amber'), width: 2, dash: 'dash' } },
  ]
}
const { failed } = useChart(frame, [() => props.trace, () => props.ahead, temperature], (token) => {
  const x = props.trace.map(({ atMin }) => Number(atMin.toFixed(2)))
  const band = (from: number, to: number, color: string) => ({
    type: 'rect',
    xref: 'paper',
    x0: 0,
    x1: 1,
    y0: show(from),
    y1: show(to),
    fillcolor: color,
    line: { width: 0 },
    layer: 'below',
  })
  return {
    data: [
      ...aheadOf(token),
      {
        type: 'scatter',
        mode: x.length > MOST_MARKED ? 'lines' : 'lines+markers',
        x,
        y: props.trace.map(({ celsius }) => Number(show(celsius).toFixed(1))),
        line: { color: token('ember'), width: 3 },
        marker: { color: token('ember'), size: 8 },
        hovertemplate: `%{x:.0f} min: %{y:.0f} °${temperature.value}<extra></extra>`,
      },
    ],
    layout: {
      height: 240,
      showlegend: false,
      margin: { l: 52, r: 12, t: 12, b: 42 },
      paper_bgcolor: 'transparent',
      plot_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
      shapes: [
        ...(props.window ? [band(props.window.fromC, props.window.toC, token('patina-wash'))] : []),
        {
          type: 'line',
          xref: 'paper',
          x0: 0,
          x1: 1,
          y0: show(props.liquidusC),
          y1: show(props.liquidusC),
          line: { color: token('ink'), width: 2, dash: 'dot' },
        },
      ],
      annotations: [
        ...(props.window
          ? [
              {
                xref: 'paper',
                x: 0.01,
                y: show(props.window.usualC),
                text: t('melt.pour'),
                showarrow: false,
                xanchor: 'left',
              },
            ]
          : []),
        {
          xref: 'paper',
          x: 0.01,
          y: show(props.liquidusC),
          text: t('melt.liquidus'),
          showarrow: false,
          xanchor: 'left',
          yanchor: 'top',
        },
      ],
      xaxis: {
        title: { text: t('melt.minutes-axis') },
        gridcolor: token('line'),
        fixedrange: true,
        range: [0, Math.max(SHORTEST_MIN, 1.05 * (props.ahead?.at(-1)?.atMin ?? x.at(-1) ?? 0))],
      },
      yaxis: { title: { text: `°${temperature.value}` }, gridcolor: token('line'), fixedrange: true },
    },
  }
})
/** Where it stood still while cooling: it froze there, and the probe can be checked by it. */
const plateau = computed(() => findPlateau(props.trace))
const told = computed(() => {
  const every = Math.ceil(props.trace.length / MOST_MARKED)
  return props.trace.filter((_, at) => at % every === 0 || at === props.trace.length - 1)
})
const spoken = computed(() =>
  t('melt.trace-summary', {
    readings: told.value.map(({ atMin, celsius }) => `${Math.round(atMin)}: ${degrees(celsius)}`).join(', '),
  }),
)
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="label">
      {{ t(corrected ? 'melt.trace-axis' : 'melt.temperature') }}
    </figcaption>
    <div ref="frame" class="min-h-[240px]" role="img" :aria-label="spoken" data-testid="melt-trace" />
    <p v-if="plateau" data-testid="plateau">
      <I18nT keypath="melt.plateau-found" scope="global"
        ><template #temperature><b>{{ degrees(plateau.celsius) }}</b></template
        ><template #duration>{{ counted(Math.round(plateau.toMin - plateau.fromMin), 'minute') }}</template
        ><template #liquidus>{{ degrees(liquidusC) }}</template></I18nT
      >
    </p>
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
