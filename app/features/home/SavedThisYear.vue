<script setup lang="ts">
import { computed } from 'vue'
import { savedIn } from '#core/ledger'
import { useNewMetal } from '~/shared/heat/useNewMetal'
import { counted } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { now, useYard } from '~/storage/yard-store'
import { t } from '~/words'

/** What this year's heats saved against new metal; nothing before the first heat of the year. */
const yard = useYard()
const { money } = useUnits()
const { prices, askWords } = useNewMetal()
const year = now().slice(0, 4)
const sum = computed(() => savedIn(year, yard.heats, prices.value))
const words = computed(() => {
  const { saved, heats } = sum.value
  if (heats === 0) return ''
  return t(saved >= 0 ? 'home.saved-this-year' : 'home.lost-this-year', {
    year,
    saved: money(Math.abs(saved)),
    heats: counted(heats, 'heat'),
  })
})
</script>

<template>
  <section v-if="words || sum.unpriced.length" :aria-label="t('home.saved-heading')" data-testid="saved">
    <h2 class="chalk mb-2">{{ t('home.saved-heading') }}</h2>
    <p v-if="words" class="font-semibold">{{ words }}</p>
    <p v-if="sum.left && words" class="text-sm text-soft">
      {{ t('home.saved-left-out', { heats: counted(sum.left, 'heat') }) }}
    </p>
    <NuxtLink v-if="sum.unpriced.length" to="/prices#new-metal" class="underline">{{
      askWords(sum.unpriced)
    }}</NuxtLink>
  </section>
</template>
