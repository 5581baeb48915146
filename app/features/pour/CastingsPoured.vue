<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useHeat } from '~/shared/heat/useHeat'
import { counted, listed } from '~/shared/units/figures'
import { useCastings } from './useCastings'
import CastRow from './CastRow.vue'

/** The castings a heat poured, one by one; a logged heat's can still be ground, looked at and sent back. */
const { heat } = useHeat()
const { grams } = useUnits()
const hand = useCastings()
const { castings, totals, planned, logged } = hand
const pieces = computed(() => castings.value.reduce((sum, { count }) => sum + count, 0))
const said = computed(() => {
  const { goodG, spoiledG, groundOffG } = totals.value
  return listed(
    [
      goodG > 0 ? `${grams(goodG)} to use` : '',
      spoiledG > 0 ? `${grams(spoiledG)} spoiled` : '',
      groundOffG > 0 ? `${grams(groundOffG)} ground off` : '',
    ].filter(Boolean),
  )
})
</script>

<template>
  <section v-if="heat && (castings.length || !logged)" class="slab p-4" aria-label="Castings one by one">
    <h2 class="chalk mb-1">Castings</h2>
    <p v-if="castings.length" class="text-sm" data-testid="castings-sum">
      {{ counted(pieces, 'piece') }}<template v-if="said">: {{ said }}</template
      >.
    </p>
    <p v-else class="text-sm text-soft">
      One line for each, or for several alike; weighed as cast, fettled, finished. “3 × 96 g” and “5.7 oz +
      7.55 oz” are added up.
    </p>
    <ul class="mt-2">
      <CastRow v-for="cast in castings" :key="cast.id" :cast="cast" :hand="hand" :heat-number="heat.number" />
    </ul>
    <p
      v-if="!logged && totals.cutOffG > 0 && heat.pour.returnsG === null"
      class="mt-1 mb-3 flex flex-wrap items-center gap-2 text-sm"
    >
      {{ grams(totals.cutOffG) }} was cut off, and the sprues and risers are not weighed.
      <button type="button" class="btn" @click="hand.cutOffAsReturns()">Take it as their weight</button>
    </p>
    <div v-if="!logged" class="flex flex-wrap gap-2">
      <button type="button" class="btn" @click="hand.add()">Add a casting</button>
      <button v-if="planned.length" type="button" class="btn" @click="hand.addPlanned()">
        As planned: {{ listed(planned.map(({ name, count }) => (count > 1 ? `${count} × ${name}` : name))) }}
      </button>
    </div>
  </section>
</template>
