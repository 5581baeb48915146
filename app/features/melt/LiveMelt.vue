<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { COVERS, HYDROGEN_GUESS_SOURCE, MAGNESIUM_SOURCE, ZINC_LOSS_SOURCE } from '#core/melt'
import type { MeltLog } from './useMeltLog'
import type { LiveMelt } from './useLiveMelt'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { counted, joinFacts, percent, sentences } from '~/shared/units/figures'
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
const shareLeft = ({ leftPct, fromPct, toPct }: { leftPct: number; fromPct: number; toPct: number }) => {
  const [from, to] = [percent(fromPct), percent(toPct)]
  return from === to
    ? `${percent(leftPct)} %`
    : t('melt.share-range', { percent: percent(leftPct), fromPct: from, toPct: to })
}
const where = computed(() => {
  if (!latest.value || !window.value || superheat.value === null) return null
  const { celsius } = latest.value
  if (superheat.value < 0) return { tone: 'text-oxide', words: t('melt.state-not-molten') }
  if (celsius < window.value.fromC) return { tone: 'text-amber', words: t('melt.state-too-cold') }
  if (celsius <= window.value.toC) return { tone: 'text-patina', words: t('melt.state-in-window') }
  return { tone: 'text-oxide', words: t('melt.state-too-hot') }
})
/** Where the forecasts of this panel come from. */
const sources = computed(() =>
  sentences(
    t('melt.live-sources'),
    zinc.value && `${ZINC_LOSS_SOURCE}.`,
    magnesium.value && `${MAGNESIUM_SOURCE}.`,
    hydrogen.value && `${HYDROGEN_GUESS_SOURCE}.`,
  ),
)
</script>

<template>
  <section class="slab p-4" :aria-label="t('melt.live-region')">
    <h2 class="chalk mb-2">{{ t('melt.live-region') }}</h2>
    <p v-if="!latest" class="text-soft"><TermText :text="t('melt.live-empty-hint')" /></p>
    <p v-else-if="distrusted" class="text-lg" data-testid="live-heat">
      <I18nT keypath="melt.probe-distrusted-reading" scope="global"
        ><template #temperature><b>{{ degrees(latest.celsius) }}</b></template
        ><template #distrusted><b class="text-oxide">{{ t('melt.probe-distrusted') }}</b></template></I18nT
      >
    </p>
    <template v-else>
      <p v-if="where && superheat !== null" class="text-lg" data-testid="live-heat">
        <I18nT
          :keypath="
            superheat < 0
              ? 'melt.state-below'
              : windowLeft === null
                ? 'melt.state-above'
                : 'melt.state-above-lasting'
          "
          scope="global"
          ><template #temperature><b>{{ degrees(latest.celsius) }}</b></template
          ><template #state><b :class="where.tone">{{ where.words }}</b></template
          ><template #time>{{ counted(Math.round(windowLeft ?? 0), 'minute') }}</template
          ><template #superheat>{{ spread(Math.abs(superheat)) }}</template></I18nT
        >
      </p>
      <p v-if="zinc" class="mt-2" data-testid="live-zinc">
        <I18nT keypath="melt.zinc-live" scope="global"
          ><template #zinc><b>{{ shareLeft(zinc) }}</b></template
          ><template #beganPct>{{ percent(zinc.beganPct) }}</template
          ><template #minutes>{{ aheadMin }}</template
          ><template #mass>{{ grams(zinc.aheadG, 0.1) }}</template></I18nT
        >
        <b v-if="zinc.limit !== null && zinc.fromPct < zinc.limit" class="text-oxide">
          {{ t('melt.zinc-low', { limit: percent(zinc.limit) }) }}
        </b>
      </p>
      <p v-if="magnesium" class="mt-2" data-testid="live-magnesium">
        <I18nT keypath="melt.magnesium-live" scope="global"
          ><template #magnesium><b>{{ shareLeft(magnesium) }}</b></template
          ><template #beganPct>{{ percent(magnesium.beganPct) }}</template></I18nT
        >
        <b v-if="magnesium.limit !== null && magnesium.fromPct < magnesium.limit" class="text-oxide">
          {{ t('melt.magnesium-low', { limit: percent(magnesium.limit) }) }}
        </b>
      </p>
      <p v-if="hydrogen" class="mt-2" data-testid="live-hydrogen">
        <I18nT keypath="melt.hydrogen-estimate" scope="global"
          ><template #verdict
            ><b :class="hydrogen.sore ? 'text-amber' : 'text-patina'">{{
              hydrogen.sore ? t('melt.hydrogen-pores') : t('melt.hydrogen-sound')
            }}</b></template
          ><template #low>{{ fixed(hydrogen.low, 2) }}</template
          ><template #high>{{ fixed(hydrogen.high, 2) }}</template></I18nT
        >
      </p>
    </template>
    <p v-if="log.heat.value?.weighed.length" class="mt-2" data-testid="live-gas">
      <I18nT :keypath="gas.length > 0 ? 'melt.gas-line-because' : 'melt.gas-line'" scope="global"
        ><template #verdict
          ><b :class="gas.length > 2 ? 'text-oxide' : gas.length > 0 ? 'text-amber' : 'text-patina'">{{
            gas.length > 2
              ? t('melt.gas-likely')
              : gas.length > 0
                ? t('melt.gas-possible')
                : t('melt.gas-none')
          }}</b></template
        ><template #reasons>{{ joinFacts(...gas.map((reason) => GAS_WORDS[reason])) }}</template></I18nT
      >
    </p>
    <p v-if="facts?.loses.includes('Zn')" class="mt-2 text-soft">
      {{ t('melt.assumed-cover', { coverName: told(COVERS.find(({ id }) => id === cover)?.name) }) }}
    </p>
    <p class="mt-2"><SourceMark :source="sources" /></p>
  </section>
</template>
