<script setup lang="ts">
import { findAlloy } from '#core/alloys'
import { heatStamp } from '#core/heat'
import { PRACTICE_HEATS, PRACTICE_HEATS_SOURCE, shownBy, type PracticeHeat } from '#core/practice-heats'
import { computed } from 'vue'
import { startHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { listed } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'

/** Heats to learn by, from the easiest to the whole art, and which of them the yard's records show. */
const yard = useYard()
const { grams } = useUnits()
const rows = computed(() => PRACTICE_HEATS.map((heat) => ({ heat, proof: shownBy(heat.shownBy, yard) })))
const next = computed(
  () => rows.value.find(({ heat, proof }) => heat.shownBy !== 'nothing' && !proof)?.heat.id,
)
const proofWords = (heats: number[], gear: string | null) =>
  gear === null ? listed(heats.map(heatStamp)) : isolated(gear)
function begin({ name, alloy, tapMassG }: PracticeHeat): void {
  const chosen = alloy ? findAlloy(alloy) : undefined
  if (chosen) void startHeat({ title: `Practice: ${name}`, alloy: chosen, tapMassG: tapMassG ?? null })
}
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">Practice heats</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">
      In this order each asks for one thing more than the one before. What your ledger shows as done is
      marked. {{ PRACTICE_HEATS_SOURCE }}.
    </p>
    <ol class="grid gap-4 lg:grid-cols-2">
      <li
        v-for="({ heat, proof }, index) in rows"
        :key="heat.id"
        class="slab p-4"
        :class="heat.id === next && 'border-ember'"
        :data-testid="`practice-${heat.id}`"
      >
        <div class="flex items-baseline gap-3">
          <span class="stamp text-2xl leading-none text-soft" aria-hidden="true">{{ index + 1 }}</span>
          <h2 class="flex-1 text-lg font-bold">{{ heat.name }}</h2>
          <span v-if="proof" class="font-bold text-patina"
            ><span aria-hidden="true">✓</span> shown by {{ proofWords(proof.heats, proof.gear) }}</span
          >
          <span v-else-if="heat.id === next" class="font-bold text-ember">next</span>
        </div>
        <p class="mb-2 text-soft">{{ heat.learns }}.</p>
        <ul class="list-disc pl-5">
          <li v-for="step in heat.how" :key="step">{{ step }}</li>
        </ul>
        <p class="mt-2 border-l-8 border-amber bg-amber-wash px-3 py-1.5 font-semibold">{{ heat.mind }}</p>
        <button v-if="heat.alloy" class="btn mt-3" @click="begin(heat)">
          Begin it<template v-if="heat.tapMassG">: {{ grams(heat.tapMassG) }}</template>
          <span class="sr-only">, {{ heat.name }}</span>
        </button>
        <NuxtLink v-else-if="heat.to" :to="heat.to" class="btn mt-3"
          >Go there<span class="sr-only">: {{ heat.name }}</span></NuxtLink
        >
      </li>
    </ol>
  </section>
</template>
