<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'
import { computed } from 'vue'
import { useMeltWarnings } from './useMeltWarnings'
import { useUnits } from '~/shared/units/useUnits'
import { useHeatInHand } from '~/shared/heat/heat-in-hand'
import { limitWords, percent } from '~/shared/units/figures'

/** What does not go as planned, and what to do about it. */
const props = defineProps<{ log: MeltLog; sheet: RunSheet }>()
const { liar, plateau, refused } = useMeltWarnings(props.log, props.sheet)
const { heat, edit, degrees, grams, liquidus } = props.sheet
/** Where nothing published says what it freezes at, the metal itself does. */
const frozeAt = computed(() =>
  plateau.value && liquidus.value?.kind !== 'published' ? Math.round(plateau.value.celsius) : null,
)
const { degreesApart } = useUnits()
/** Worked at beside the yard: its pages are of another heat. */
const beside = useHeatInHand() !== null
const off = (celsius: number) => degreesApart(Math.abs(celsius))
</script>

<template>
  <p v-if="liar" role="status" class="border-l-8 border-oxide bg-oxide-wash px-3 py-2" data-testid="liar">
    <I18nT keypath="melt.probe-ignored" scope="global"
      ><template #finding
        ><b v-if="liar.seen === 'liquid'">{{
          t('melt.probe-reads-low', { reading: degrees(liar.readC), offset: off(liar.offByC) })
        }}</b
        ><b v-else>{{
          t(liar.offByC > 0 ? 'melt.probe-froze-low' : 'melt.probe-froze-high', {
            reading: degrees(liar.readC),
            offset: off(liar.offByC),
          })
        }}</b></template
      ><template #gearLink
        ><NuxtLink to="/gear" class="underline">{{ t('melt.gear-link') }}</NuxtLink></template
      ></I18nT
    >
  </p>
  <p
    v-if="frozeAt !== null && heat && heat.liquidusC !== frozeAt"
    role="status"
    class="flex flex-wrap items-center gap-3 border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="froze"
  >
    <span class="min-w-0 flex-1">{{ t('melt.plateau-note', { temperature: degrees(frozeAt) }) }}</span>
    <button class="btn" @click="edit(t('melt.freezing-point-edit'), { liquidusC: frozeAt })">
      {{ t('melt.take-liquidus-button') }}
    </button>
  </p>
  <div
    v-if="refused && heat"
    role="status"
    class="border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="refused"
  >
    <p>
      <I18nT
        :keypath="refused.broken.length ? 'melt.refused-out-of-spec' : 'melt.refused-in-spec'"
        scope="global"
        ><template #withoutLots
          ><b>{{ t('melt.refused-lots', { lotNames: refused.names.join(', ') }) }}</b></template
        ><template #limits
          ><b>{{
            refused.broken
              .map(({ element, pct, limit }) => `${element} ${percent(pct)} % (${limitWords(limit)})`)
              .join(', ')
          }}</b></template
        ><template #mass>{{ grams(refused.tapG) }}</template></I18nT
      >
    </p>
    <NuxtLink
      v-if="refused.broken.length && !beside"
      :to="`/heat/${heat.number}/charge`"
      class="font-semibold underline"
      >{{ t('melt.replan-without-link') }}</NuxtLink
    >
  </div>
</template>
