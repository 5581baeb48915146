<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
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
/** From where to where it may be, where that shows. */
const between = ({ fromPct, toPct }: { fromPct: number; toPct: number }) => {
  const [from, to] = [percent(fromPct), percent(toPct)]
  return from === to ? '' : t('melt.between-and', { fromPct: from, toPct: to })
}
const where = computed(() => {
  if (!latest.value || !window.value || superheat.value === null) return null
  const { celsius } = latest.value
  if (superheat.value < 0)
    return { tone: 'text-oxide', words: t('melt.under-the-liquidus-not-molten-through') }
  if (celsius < window.value.fromC) return { tone: 'text-amber', words: t('melt.molten-too-cold-to-pour') }
  if (celsius <= window.value.toC) return { tone: 'text-patina', words: t('melt.in-the-pour-window') }
  return { tone: 'text-oxide', words: t('melt.hotter-than-it-should-be-poured') }
})
</script>

<template>
  <section class="slab p-4" :aria-label="t('melt.in-the-crucible-now-estimated')">
    <h2 class="chalk mb-2">{{ t('melt.in-the-crucible-now-estimated') }}</h2>
    <p v-if="!latest" class="text-soft">{{ t('melt.log-a-temperature-and-superheat-zinc') }}</p>
    <p v-else-if="distrusted" class="text-lg" data-testid="live-heat">
      <I18nT keypath="melt.is-what-it-shows-go-by" scope="global"
        ><template #strong><b>{{ degrees(latest.celsius) }}</b></template
        ><template #strong2
          ><b class="text-oxide">{{ t('melt.it-is-not-to-be-trusted') }}</b></template
        ></I18nT
      >
    </p>
    <template v-else>
      <p v-if="where && superheat !== null" class="text-lg" data-testid="live-heat">
        <I18nT keypath="melt.the-liquidus" scope="global"
          ><template #strong><b>{{ degrees(latest.celsius) }}</b></template
          ><template #strong2><b :class="where.tone">{{ where.words }}</b></template
          ><template #part2
            ><template v-if="windowLeft !== null">{{
              t('melt.for-about-more', { windowLeft: counted(Math.round(windowLeft), 'minute') })
            }}</template></template
          ><template #superheat>{{ spread(Math.abs(superheat)) }}</template
          ><template #part>{{ superheat < 0 ? t('melt.under') : t('melt.over') }}</template></I18nT
        >
      </p>
      <p v-if="zinc" class="mt-2" data-testid="live-zinc">
        <I18nT keypath="melt.zinc-about-between-and-went-in" scope="global"
          ><template #strong><b>{{ percent(zinc.leftPct) }} %</b></template
          ><template #strong2
            ><b v-if="zinc.limit !== null && zinc.fromPct < zinc.limit" class="text-oxide">{{
              t('melt.it-may-be-under-its-already', { limit: percent(zinc.limit) })
            }}</b></template
          ><template #part>{{ between(zinc) }}</template
          ><template #beganPct>{{ percent(zinc.beganPct) }}</template
          ><template #aheadMin>{{ aheadMin }}</template
          ><template #aheadG>{{ grams(zinc.aheadG, 0.1) }}</template></I18nT
        >
      </p>
      <p v-if="magnesium" class="mt-2" data-testid="live-magnesium">
        <I18nT keypath="melt.magnesium-about-between-and-went-in" scope="global"
          ><template #strong><b>{{ percent(magnesium.leftPct) }} %</b></template
          ><template #strong2
            ><b v-if="magnesium.limit !== null && magnesium.fromPct < magnesium.limit" class="text-oxide">{{
              t('melt.it-may-be-under-its-already-2', { limit: percent(magnesium.limit) })
            }}</b></template
          ><template #part>{{ between(magnesium) }}</template
          ><template #beganPct>{{ percent(magnesium.beganPct) }}</template></I18nT
        >
      </p>
      <p v-if="hydrogen" class="mt-2" data-testid="live-hydrogen">
        <I18nT keypath="melt.hydrogen-perhaps-to-cm-in-100" scope="global"
          ><template #strong
            ><b :class="hydrogen.sore ? 'text-amber' : 'text-patina'">{{
              hydrogen.sore ? t('melt.expect-pores-in-thick-sections') : t('melt.sound-enough')
            }}</b></template
          ><template #toFixed>{{ fixed(hydrogen.low, 2) }}</template
          ><template #toFixed2>{{ fixed(hydrogen.high, 2) }}</template></I18nT
        >
      </p>
    </template>
    <p v-if="log.heat.value?.weighed.length" class="mt-2" data-testid="live-gas">
      <I18nT keypath="melt.gas" scope="global"
        ><template #strong
          ><b :class="gas.length > 2 ? 'text-oxide' : gas.length > 0 ? 'text-amber' : 'text-patina'">{{
            gas.length > 2
              ? t('melt.likely')
              : gas.length > 0
                ? t('melt.possible')
                : t('melt.nothing-speaks-for-it')
          }}</b></template
        ><template #part
          ><template v-if="gas.length">
            ({{ gas.map((reason) => GAS_WORDS[reason]).join(', ') }})</template
          ></template
        ></I18nT
      >
    </p>
    <p v-if="facts?.loses.includes('Zn')" class="mt-2 text-soft">
      {{ t('melt.assumes-cover', { name: told(COVERS.find(({ id }) => id === cover)?.name) }) }}
    </p>
    <p class="mt-2 text-xs text-soft">
      <I18nT keypath="melt.estimates-from-the-log-never-measurements" scope="global"
        ><template #part><template v-if="zinc">{{ ZINC_LOSS_SOURCE }}.</template></template
        ><template #part2><template v-if="magnesium"> {{ MAGNESIUM_SOURCE }}.</template></template
        ><template #part3><template v-if="hydrogen"> {{ HYDROGEN_GUESS_SOURCE }}.</template></template></I18nT
      >
    </p>
  </section>
</template>
