<script setup lang="ts">
import { t } from '~/words'
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
      goodG > 0 ? t('pour.good-mass', { mass: grams(goodG) }) : '',
      spoiledG > 0 ? t('pour.spoiled-mass', { mass: grams(spoiledG) }) : '',
      groundOffG > 0 ? t('pour.ground-off', { mass: grams(groundOffG) }) : '',
    ].filter(Boolean),
  )
})
</script>

<template>
  <section
    v-if="heat && (castings.length || !logged)"
    class="slab p-4"
    :aria-label="t('pour.castings-region')"
  >
    <h2 class="chalk mb-1">{{ t('pour.castings') }}</h2>
    <p v-if="castings.length" class="text-sm" data-testid="castings-sum">
      {{ counted(pieces, 'piece') }}<template v-if="said">: {{ said }}</template>.
    </p>
    <p v-else class="text-sm text-soft">
      {{ t('pour.castings-hint') }}
    </p>
    <ul class="mt-2">
      <CastRow v-for="cast in castings" :key="cast.id" :cast="cast" :hand="hand" :heat-number="heat.number" />
    </ul>
    <p
      v-if="!logged && totals.cutOffG > 0 && heat.pour.returnsG === null"
      class="mt-1 mb-3 flex flex-wrap items-center gap-2 text-sm"
    >
      {{ t('pour.cut-off-note', { mass: grams(totals.cutOffG) }) }}
      <button type="button" class="btn" @click="hand.cutOffAsReturns()">
        {{ t('pour.use-cut-off-button') }}
      </button>
    </p>
    <div v-if="!logged" class="flex flex-wrap gap-2">
      <button type="button" class="btn" @click="hand.add()">{{ t('pour.add-a-casting') }}</button>
      <button v-if="planned.length" type="button" class="btn" @click="hand.addPlanned()">
        {{
          t('pour.planned-castings-button', {
            castings: listed(planned.map(({ name, count }) => (count > 1 ? `${count} × ${name}` : name))),
          })
        }}
      </button>
    </div>
  </section>
</template>
