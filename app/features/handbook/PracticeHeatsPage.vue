<script setup lang="ts">
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { findAlloy } from '#core/alloys'
import { heatStamp } from '#core/heat'
import { PRACTICE_HEATS, PRACTICE_HEATS_SOURCE, practiceProof, type PracticeHeat } from '#core/practice-heats'
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
const rows = computed(() =>
  PRACTICE_HEATS.map((heat) => ({ heat, proof: practiceProof(heat.shownBy, yard) })),
)
const next = computed(
  () => rows.value.find(({ heat, proof }) => heat.shownBy !== 'nothing' && !proof)?.heat.id,
)
const proofWords = (heats: number[], gear: string | null) =>
  gear === null ? listed(heats.map(heatStamp)) : isolated(gear)
function begin({ name, alloy, tapMassG }: PracticeHeat): void {
  const chosen = alloy ? findAlloy(alloy) : undefined
  if (chosen)
    void startHeat({
      title: t('handbook.practice-heat-name', { heatName: told(name) }),
      alloy: chosen,
      tapMassG: tapMassG ?? null,
    })
}
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.practice-heats') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">
      {{ t('handbook.practice-hint', { source: PRACTICE_HEATS_SOURCE }) }}
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
          <h2 class="flex-1 text-lg font-bold">{{ told(heat.name) }}</h2>
          <span v-if="proof" class="font-bold text-patina"
            ><I18nT keypath="handbook.practice-proof" scope="global"
              ><template #mark><span aria-hidden="true">✓</span></template
              ><template #heats>{{ proofWords(proof.heats, proof.gear) }}</template></I18nT
            ></span
          >
          <span v-else-if="heat.id === next" class="font-bold text-ember">{{
            t('handbook.practice-next')
          }}</span>
        </div>
        <p class="mb-2 text-soft">{{ told(heat.learns) }}.</p>
        <ul class="list-disc pl-5">
          <li v-for="step in heat.how" :key="step">{{ told(step) }}</li>
        </ul>
        <p class="mt-2 border-l-8 border-amber bg-amber-wash px-3 py-1.5 font-semibold">
          {{ told(heat.mind) }}
        </p>
        <button v-if="heat.alloy" class="btn mt-3" @click="begin(heat)">
          {{ t('handbook.start-practice')
          }}<template v-if="heat.tapMassG">: {{ grams(heat.tapMassG) }}</template
          ><span class="sr-only">, {{ told(heat.name) }}</span>
        </button>

        <NuxtLink v-if="heat.rehearse" :to="`/rehearse/${heat.id}`" class="btn mt-3 ml-2"
          >{{ t('handbook.rehearse-it') }}<span class="sr-only">: {{ told(heat.name) }}</span></NuxtLink
        >
        <NuxtLink v-if="!heat.alloy && heat.to" :to="heat.to" class="btn mt-3"
          >{{ t('handbook.go-there') }}<span class="sr-only">: {{ told(heat.name) }}</span></NuxtLink
        >
      </li>
    </ol>
  </section>
</template>
