<script setup lang="ts">
import { t } from '~/words'
import { totalG } from '#core/lists'
import type { MassBalance } from '#core/balance'
import type { Heat } from '#core/heat'
import { chartText } from '~/shared/charts/chart-text'
import { computed, ref } from 'vue'
import { useChart } from '~/shared/charts/useChart'
import { pourParts } from '~/shared/heat/pour-parts'
import { useUnits } from '~/shared/units/useUnits'

/** Where the metal went, drawn as a stream: lots in, what came out, what is missing and what that probably is. */
const props = defineProps<{ balance: MassBalance; heat: Heat }>()
const { grams } = useUnits()
const frame = ref<HTMLElement>()
const MOST_LOTS = 8
const flows = computed(() => {
  const { heat, balance } = props
  const lots = [...heat.weighed].sort((a, b) => b.massG - a.massG)
  const rest = totalG(lots.slice(MOST_LOTS))
  const into = [
    ...lots.slice(0, MOST_LOTS).map(({ name, massG }) => ({ name, massG })),
    ...(rest > 0 ? [{ name: t('pour.small-lots'), massG: rest }] : []),
  ]
  const fumeG = Math.min(Math.max(0, balance.missingG), balance.fumeG)
  const out = pourParts(heat.pour, balance, fumeG)
  return { into, out }
})
const { failed } = useChart(frame, [flows], (token) => {
  const { into, out } = flows.value
  const label = ({ name, massG }: { name: string; massG: number }) => `${chartText(name)} ${grams(massG)}`
  const middle = into.length
  return {
    data: [
      {
        type: 'sankey',
        arrangement: 'fixed',
        node: {
          label: [...into.map(label), t('small.crucible'), ...out.map(label)],
          color: [...into.map(() => '#b99c68'), token('ember'), ...out.map(({ colour }) => colour)],
          pad: 20,
          thickness: 14,
          line: { color: token('ink'), width: 0.5 },
        },
        link: {
          source: [...into.map((_, at) => at), ...out.map(() => middle)],
          target: [...into.map(() => middle), ...out.map((_, at) => middle + 1 + at)],
          value: [...into, ...out].map(({ massG }) => massG),
          color: [...into.map(() => 'rgba(185,156,104,0.35)'), ...out.map(({ colour }) => `${colour}66`)],
        },
      },
    ],
    layout: {
      height: 340,
      margin: { l: 4, r: 4, t: 8, b: 8 },
      paper_bgcolor: 'transparent',
      font: { family: 'Sofia Sans Variable, sans-serif', color: token('ink'), size: 13 },
    },
  }
})
const spoken = computed(
  () =>
    `${t('pour.flow-in', { lots: flows.value.into.map(({ name, massG }) => `${name} ${grams(massG)}`).join(', ') })} ` +
    t('pour.flow-out', {
      parts: flows.value.out.map(({ name, massG }) => `${name} ${grams(massG)}`).join(', '),
    }),
)
</script>

<template>
  <figure class="slab p-3">
    <figcaption class="label">{{ t('pour.flow-label') }}</figcaption>
    <div ref="frame" class="min-h-[340px]" role="img" :aria-label="spoken" data-testid="mass-flow" />
    <p v-if="failed" role="alert" class="text-oxide">{{ failed }}</p>
  </figure>
</template>
