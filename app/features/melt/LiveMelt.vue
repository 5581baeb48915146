<script setup lang="ts">
import { COVERS, HYDROGEN_GUESS_SOURCE, MAGNESIUM_SOURCE, ZINC_LOSS_SOURCE } from '#core/melt'
import type { MeltLog } from './useMeltLog'
import type { LiveMelt } from './useLiveMelt'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { percent, counted } from '~/shared/units/figures'
import { GAS_WORDS } from './log-words'

/** What is likely in the crucible now: estimates from the log. */
const props = defineProps<{ log: MeltLog; live: LiveMelt }>()
const {
  latest,
  distrusted,
  superheat,
  window,
  windowLeft,
  zinc,
  magnesium,
  hydrogen,
  gas,
  cover,
  facts,
  aheadMin,
} = props.live
const { grams, degrees, temperature } = useUnits()
const spread = (celsius: number) =>
  `${Math.round(temperature.value === 'F' ? celsius * 1.8 : celsius)} °${temperature.value}`
const where = computed(() => {
  if (!latest.value || !window.value || superheat.value === null) return null
  const { celsius } = latest.value
  if (superheat.value < 0) return { tone: 'text-oxide', words: 'under the liquidus: not molten through' }
  if (celsius < window.value.fromC) return { tone: 'text-amber', words: 'molten, too cold to pour' }
  if (celsius <= window.value.toC) return { tone: 'text-patina', words: 'in the pour window' }
  return { tone: 'text-oxide', words: 'hotter than it should be poured' }
})
</script>

<template>
  <section class="slab p-4" aria-label="In the crucible now, estimated">
    <h2 class="chalk mb-2">In the crucible now, estimated</h2>
    <p v-if="!latest" class="text-soft">Log a temperature, and superheat, zinc and the pour window follow.</p>
    <p v-else-if="distrusted" class="text-lg" data-testid="live-heat">
      <b>{{ degrees(latest.celsius) }}</b> is what it shows;
      <b class="text-oxide">it is not to be trusted in this heat</b>. Go by the metal: its colour, its skin,
      how it runs off a cold rod. Zinc and gas are not reckoned from it.
    </p>
    <template v-else>
      <p v-if="where && superheat !== null" class="text-lg" data-testid="live-heat">
        <b>{{ degrees(latest.celsius) }}</b>, {{ spread(Math.abs(superheat)) }}
        {{ superheat < 0 ? 'under' : 'over' }} the liquidus:
        <b :class="where.tone">{{ where.words }}</b><template v-if="windowLeft !== null"
          >, for about {{ counted(Math.round(windowLeft), 'minute') }} more</template
        >.
      </p>
      <p v-if="zinc" class="mt-2" data-testid="live-zinc">
        Zinc about <b>{{ percent(zinc.leftPct) }} %</b>, between {{ percent(zinc.fromPct) }} and
        {{ percent(zinc.toPct) }}; {{ percent(zinc.beganPct) }} % went in. {{ aheadMin }} more minutes like
        this cost {{ grams(zinc.aheadG, 0.1) }} of zinc.
        <b v-if="zinc.limit !== null && zinc.fromPct < zinc.limit" class="text-oxide"
          >It may be under its {{ percent(zinc.limit) }} % already: cover it, cool it, pour.</b
        >
      </p>
      <p v-if="magnesium" class="mt-2" data-testid="live-magnesium">
        Magnesium about <b>{{ percent(magnesium.leftPct) }} %</b>, between
        {{ percent(magnesium.fromPct) }} and {{ percent(magnesium.toPct) }};
        {{ percent(magnesium.beganPct) }} % went in.
        <b v-if="magnesium.limit !== null && magnesium.fromPct < magnesium.limit" class="text-oxide"
          >It may be under its {{ percent(magnesium.limit) }} % already: pour, or plunge a little more.</b
        >
      </p>
      <p v-if="hydrogen" class="mt-2" data-testid="live-hydrogen">
        Hydrogen perhaps {{ hydrogen.low.toFixed(2) }} to {{ hydrogen.high.toFixed(2) }} cm³ in 100 g:
        <b :class="hydrogen.sore ? 'text-amber' : 'text-patina'">{{
          hydrogen.sore ? 'expect pores in thick sections' : 'sound enough'
        }}</b>. Only a reduced-pressure test tells.
      </p>
    </template>
    <p v-if="log.heat.value?.weighed.length" class="mt-2" data-testid="live-gas">
      Gas:
      <b :class="gas.length > 2 ? 'text-oxide' : gas.length > 0 ? 'text-amber' : 'text-patina'">{{
        gas.length > 2 ? 'likely' : gas.length > 0 ? 'possible' : 'nothing speaks for it'
      }}</b><template v-if="gas.length"> ({{ gas.map((reason) => GAS_WORDS[reason]).join(', ') }})</template>.
    </p>
    <p v-if="facts?.loses.includes('Zn')" class="mt-2 text-soft">
      Assumes cover: {{ COVERS.find(({ id }) => id === cover)?.name }}.
    </p>
    <p class="mt-2 text-xs text-soft">
      Estimates from the log, never measurements.
      <template v-if="zinc">{{ ZINC_LOSS_SOURCE }}.</template>
      <template v-if="magnesium"> {{ MAGNESIUM_SOURCE }}.</template>
      <template v-if="hydrogen"> {{ HYDROGEN_GUESS_SOURCE }}.</template>
    </p>
  </section>
</template>
