<script setup lang="ts">
import { dayWords } from '~/shared/units/dates'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { readLabel } from '#formats/label'
import { useRoute } from '#imports'
import { computed } from 'vue'
import { freeLots, heatStamp } from '#core/heat'
import { meltAsItComes } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import CompositionBar from '~/shared/composition/CompositionBar.vue'

/** What a label was scanned for: the ingot as this yard knows it, else as its label says. */
const route = useRoute()
const yard = useYard()
const { grams } = useUnits()
const stamp = computed(() => String(route.params.stamp))
const label = computed(() => readLabel(`https://label${route.fullPath}`))
const heat = computed(() =>
  yard.heats.find(({ pour }) => pour.ingots.some((ingot) => ingot.stamp === stamp.value)),
)
const ingot = computed(() => heat.value?.pour.ingots.find((one) => one.stamp === stamp.value))
/** Heats it went into. */
const remelted = computed(() =>
  yard.heats.filter(({ remelts }) => ingot.value && remelts?.includes(ingot.value.id)),
)
/** What of it can still be in its bin, g. */
const left = computed(() => {
  const free = lot.value && freeLots([lot.value], yard.heats)[0]
  return remelted.value.length > 0 ? 0 : Math.min(ingot.value?.massG ?? 0, free?.massG ?? 0)
})
function remelt(): void {
  if (lot.value && ingot.value)
    void meltAsItComes([{ id: lot.value.id, massG: left.value }], {
      title: t('ledger.remelt-name', { stamp: stamp.value }).slice(0, 120),
      remelts: [ingot.value.id],
    })
}
const lot = computed(() =>
  yard.lots.find(({ originHeatId, kind }) => originHeatId === heat.value?.id && kind === 'ingot'),
)
</script>

<template>
  <section class="max-w-2xl">
    <h1 class="stamp text-4xl leading-none">{{ stamp }}</h1>
    <template v-if="heat && ingot">
      <p class="mt-2 text-xl">
        {{
          t('ledger.ingot-summary', {
            mass: grams(ingot.massG, 0.1),
            alloyName: told(heat.alloy?.name) ?? t('ledger.no-named-alloy'),
            heatName: heat.title || t('ledger.heat-without-name'),
            date: dayWords(heat.date),
          })
        }}
      </p>
      <CompositionBar v-if="lot" class="mt-3" :composition="{ ...lot.composition, '?': 0 }" :label="stamp" />
      <p v-for="one in remelted" :key="one.id" class="mt-3 border-l-8 border-amber bg-amber-wash p-3">
        <I18nT keypath="ledger.ingot-remelted" scope="global"
          ><template #heatLink
            ><NuxtLink
              :to="`/heat/${one.number}/${one.loggedAt ? 'story' : 'charge'}`"
              class="font-bold underline"
              >{{ heatStamp(one.number) }}</NuxtLink
            ></template
          ><template #date>{{ dayWords(one.date) }}</template></I18nT
        >
      </p>
      <p v-if="left <= 0 && !remelted.length" class="mt-3 text-soft">
        {{ t('ledger.ingot-used-up') }}
      </p>
      <div class="mt-4 flex flex-wrap gap-3">
        <NuxtLink :to="`/heat/${heat.number}/story`" class="btn btn-next">{{
          t('ledger.ingot-heat-link')
        }}</NuxtLink>
        <button v-if="left > 0" class="btn" @click="remelt">{{ t('ledger.remelt-button') }}</button>
        <NuxtLink to="/stock" class="btn">{{ t('ledger.ingot-lot-link') }}</NuxtLink>
      </div>
    </template>
    <template v-else-if="label && label.heat">
      <p class="mt-2 border-l-8 border-amber bg-amber-wash p-3">
        {{ t('ledger.ingot-from-label') }}
      </p>
      <p class="mt-3 text-xl">
        {{
          t('ledger.label-ingot', {
            mass: label.massG ? grams(label.massG) : '',
            alloyName: label.alloy || t('ledger.unknown-alloy'),
            heat: label.heat,
          })
        }}
      </p>
      <CompositionBar
        v-if="Object.keys(label.assay).length"
        class="mt-3"
        :composition="{ ...label.assay, '?': 0 }"
        :label="stamp"
      />
    </template>
    <p v-else class="mt-2 border-l-8 border-amber bg-amber-wash p-3">
      <I18nT keypath="ledger.no-ingot" scope="global"
        ><template #ledgerLink
          ><NuxtLink to="/ledger" class="underline">{{ t('ledger.ledger-link') }}</NuxtLink></template
        ></I18nT
      >
    </p>
  </section>
</template>
