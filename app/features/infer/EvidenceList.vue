<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import type { HeatInference } from '#core/inference'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { againstWords, MUTE_WORDS, OBSERVED_WORDS, saysWords, seenWords } from './infer-words'

/** What was found out of the metal, and what each of it says. */
const props = defineProps<{ found: HeatInference; frozen: boolean }>()
const { heat, edit } = useHeat()
const units = useUnits()
const rows = computed(() =>
  props.found.observations
    .filter(({ is }) => is !== 'reading' && is !== 'below')
    .map((one) => {
      const says = props.found.says.find(({ id }) => id === one.id)
      const against = props.found.against.find(({ id }) => id === one.id)
      return {
        id: one.id,
        name: OBSERVED_WORDS[one.is],
        seen: seenWords(one, units),
        says: says ? saysWords(says) : '',
        against: against ? againstWords(against, units) : '',
        mine: heat.value?.tests?.some(({ id }) => id === one.id) ?? false,
      }
    }),
)
const readings = computed(() => props.found.observations.filter(({ is }) => is === 'reading').length)
const readingsAgainst = computed(() =>
  props.found.against.filter(({ is }) => is === 'reading' || is === 'below'),
)
const mute = computed(() =>
  props.found.mute.map(({ id, why }) => ({
    id,
    name:
      id === 'the-balance'
        ? OBSERVED_WORDS.mass
        : nameOfTest(heat.value?.tests?.find((test) => test.id === id)?.kind ?? ''),
    why: MUTE_WORDS[why],
    mine: heat.value?.tests?.some((test) => test.id === id) ?? false,
  })),
)
const NAMES: Readonly<Record<string, string>> = {
  density: OBSERVED_WORDS.density,
  cooling: OBSERVED_WORDS.liquidus,
  resistance: OBSERVED_WORDS.resistivity,
  eddy: OBSERVED_WORDS.resistivity,
  hardness: OBSERVED_WORDS.hardness,
  colour: OBSERVED_WORDS.colour,
}
const nameOfTest = (kind: string): string => NAMES[kind] ?? OBSERVED_WORDS.reading
function remove(id: string): void {
  edit(t('assay.remove-test-edit'), { tests: (heat.value?.tests ?? []).filter((test) => test.id !== id) })
}
</script>

<template>
  <section class="slab mb-4 p-4" :aria-label="t('infer.evidence-heading')">
    <h2 class="chalk mb-1">{{ t('infer.evidence-heading') }}</h2>
    <p v-if="!rows.length && !readings" class="text-soft">{{ t('infer.evidence-charge-only') }}</p>
    <ul data-testid="evidence">
      <li v-for="row in rows" :key="row.id" class="border-t border-line py-2">
        <div class="flex flex-wrap items-baseline gap-x-3">
          <b class="min-w-0 flex-1">{{ row.name }}: {{ row.seen }}</b>
          <button
            v-if="row.mine && !frozen"
            class="btn btn-quiet min-h-8 text-sm underline"
            @click="remove(row.id)"
          >
            {{ t('infer.remove') }}<span class="sr-only"> {{ row.name }}</span>
          </button>
        </div>
        <p v-if="row.says" class="text-sm">{{ row.says }}</p>
        <p
          v-if="row.against"
          role="status"
          class="mt-1 border-l-8 border-oxide bg-oxide-wash px-3 py-1"
          data-testid="against"
        >
          {{ row.against }}
        </p>
      </li>
      <li v-if="readings" class="border-t border-line py-2">
        <b>{{ t('infer.evidence-readings', { readings }) }}</b>
        <p
          v-for="one in readingsAgainst"
          :key="one.id"
          role="status"
          class="mt-1 border-l-8 border-oxide bg-oxide-wash px-3 py-1"
        >
          {{ againstWords(one, units) }}
        </p>
      </li>
      <li v-for="one in mute" :key="one.id" class="border-t border-line py-2 text-sm text-soft">
        <div class="flex flex-wrap items-baseline gap-x-3">
          <span class="min-w-0 flex-1"><b>{{ one.name }}:</b> {{ one.why }}</span>
          <button
            v-if="one.mine && !frozen"
            class="btn btn-quiet min-h-8 text-sm underline"
            @click="remove(one.id)"
          >
            {{ t('infer.remove') }}<span class="sr-only"> {{ one.name }}</span>
          </button>
        </div>
      </li>
    </ul>
    <p v-if="found.inferred.poresPct.length" class="mt-1 text-sm text-soft">
      {{ t('infer.pores-note') }}
    </p>
    <p v-if="found.inferred.probeC && !found.probeChecked" class="mt-1 text-sm text-amber">
      {{ t('infer.probe-unchecked') }}
      <NuxtLink to="/gear" class="underline">{{ t('infer.check-probe-link') }}</NuxtLink>
    </p>
  </section>
</template>
