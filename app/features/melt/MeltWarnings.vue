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
    <I18nT keypath="melt.it-is-not-trusted-any-more" scope="global"
      ><template #strong
        ><b v-if="liar.seen === 'liquid'">{{
          t('melt.it-is-liquid-at-a-reading', { readC: degrees(liar.readC), offByC: off(liar.offByC) })
        }}</b
        ><b v-else>{{
          t('melt.it-froze-at-a-reading-of', {
            readC: degrees(liar.readC),
            offByC: off(liar.offByC),
            part: liar.offByC > 0 ? t('melt.low') : t('melt.high'),
          })
        }}</b></template
      ><template #link
        ><NuxtLink to="/gear" class="underline">{{ t('melt.gear') }}</NuxtLink></template
      ></I18nT
    >
  </p>
  <p
    v-if="frozeAt !== null && heat && heat.liquidusC !== frozeAt"
    role="status"
    class="flex flex-wrap items-center gap-3 border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="froze"
  >
    <span class="min-w-0 flex-1">{{
      t('melt.the-trace-stood-still-at-the', { frozeAt: degrees(frozeAt) })
    }}</span>
    <button class="btn" @click="edit(t('melt.what-it-froze-at'), { liquidusC: frozeAt })">
      {{ t('melt.take-that-for-its-liquidus') }}
    </button>
  </p>
  <div
    v-if="refused && heat"
    role="status"
    class="border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="refused"
  >
    <p>
      <I18nT keypath="melt.the-melt-is-about" scope="global"
        ><template #strong><b>{{ t('melt.without', { join: refused.names.join(', ') }) }}</b></template
        ><template #part
          ><template v-if="refused.broken.length"
            ><I18nT keypath="melt.and-outside" scope="global"
              ><template #strong
                ><b>{{
                  refused.broken
                    .map(({ element, pct, limit }) => `${element} ${percent(pct)} % (${limitWords(limit)})`)
                    .join(', ')
                }}</b></template
              ></I18nT
            ></template
          ><template v-else>{{ t('melt.still-inside-its-limits') }}</template></template
        ><template #tapG>{{ grams(refused.tapG) }}</template></I18nT
      >
    </p>
    <NuxtLink
      v-if="refused.broken.length && !beside"
      :to="`/heat/${heat.number}/charge`"
      class="font-semibold underline"
      >{{ t('melt.take-it-off-the-charge-and') }}</NuxtLink
    >
  </div>
</template>
