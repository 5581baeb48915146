<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { comparePlaces, type MetalTest } from '#core/heat'
import { computed } from 'vue'
import { PLACE_WORDS, TEST_WORDS } from '~/shared/words/tests-words'
import { capital, joinFacts } from '~/shared/units/figures'

/** Specimens of one heat side by side, by where they come from. */
const props = defineProps<{ tests: readonly MetalTest[] }>()
const compared = computed(() => comparePlaces(props.tests))
const UNIT = { tensile: 'N/mm²', hardness: '', density: 'g/cm³' } as const
const figure = (kind: keyof typeof UNIT, value: number) => fixed(value, kind === 'density' ? 2 : 0)
</script>

<template>
  <figure v-for="one in compared" :key="`${one.kind} ${one.scale}`" class="mb-3" data-testid="places">
    <figcaption class="text-sm font-semibold">
      {{ joinFacts(t('assay.test-by-place', { test: TEST_WORDS[one.kind] }), one.scale) }}
    </figcaption>
    <ul>
      <li
        v-for="row in one.rows"
        :key="row.place"
        class="grid grid-cols-[8rem_1fr_auto] items-center gap-2 text-sm"
      >
        <span
          >{{ capital(PLACE_WORDS[row.place])
          }}{{ row.values.length > 1 ? `, ${row.values.length}` : '' }}</span
        >
        <span class="h-3 border border-line bg-well" aria-hidden="true"
          ><i
            class="block h-full bg-ember"
            :style="{ width: `${(100 * row.mean) / (one.rows[0]?.mean ?? 1)}%` }"
        /></span>
        <b>{{ figure(one.kind, row.mean) }} {{ UNIT[one.kind] || one.scale }}</b>
      </li>
    </ul>
    <p v-if="one.suspect" class="mt-1 text-sm text-amber">
      {{ t('assay.places-differ', { percent: fixed(100 * one.apart, 0) }) }}
    </p>
  </figure>
</template>
