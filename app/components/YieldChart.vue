<script setup lang="ts">
/** Tapped and missing metal, heat by heat. The chart library is fetched only here. */
const props = defineProps<{
  points: { stamp: string; title: string; yieldPct: number; missingPct: number }[]
}>()
const frame = ref<HTMLElement>()
const failed = ref('')
const { dark } = useTheme()

async function draw(): Promise<void> {
  if (!frame.value) return
  try {
    const { plot } = await import('~/charts/plot')
    const style = getComputedStyle(document.documentElement)
    const token = (name: string) => style.getPropertyValue(`--${name}`).trim()
    const stamps = props.points.map(({ stamp }) => stamp)
    const bar = (name: string, values: number[], color: string, shape = '') => ({
      type: 'bar',
      name,
      x: [...stamps],
      y: values,
      marker: { color, pattern: { shape, fgcolor: token('panel'), solidity: 0.35 } },
      hovertemplate: '%{x}: %{y:.1f} %<extra>' + name + '</extra>',
    })
    await plot(
      frame.value,
      [
        bar('ingots and castings', props.points.map(({ yieldPct }) => yieldPct), token('ember')),
        bar('not found', props.points.map(({ missingPct }) => Math.max(0, missingPct)), token('soft'), '/'),
      ],
      {
        height: 220,
        barmode: 'stack',
        margin: { l: 44, r: 8, t: 8, b: 34 },
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        font: { family: 'Sofia Sans Variable', color: token('ink'), size: 13 },
        legend: { orientation: 'h', y: 1.15, x: 1, xanchor: 'right' },
        yaxis: { range: [0, 105], ticksuffix: ' %', gridcolor: token('line'), fixedrange: true },
        xaxis: { fixedrange: true, type: 'category' },
      },
    )
  } catch (error) {
    failed.value = `The chart could not be drawn: ${String((error as Error).message)}`
  }
}
onMounted(draw)
watch([() => props.points, dark], () => nextTick(draw))
onBeforeUnmount(() => {
  if (frame.value) void import('~/charts/plot').then(({ purge }) => frame.value && purge(frame.value))
})
const spoken = computed(() => 'Share of the charge that became ingots and castings: ' + props.points.map(({ stamp, yieldPct }) => `${stamp} ${yieldPct.toFixed(0)} %`).join(', '))
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="label">Share of each charge that was tapped into ingots and castings, and what was not found again</figcaption>
    <div ref="frame" class="min-h-[220px]" role="img" :aria-label="spoken" data-testid="yield-chart" />
    <p v-if="failed" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
