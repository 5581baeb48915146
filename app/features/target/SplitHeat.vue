<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useSplit } from './useSplit'

/** What to do with a heat too large for what melts it. */
const { over, shares, split, castLater } = useSplit()
const { grams } = useUnits()
const masses = computed(() => (shares.value?.ok ? shares.value.shares.map(({ tapMassG }) => tapMassG) : []))
/** "3 heats of 3 000 g" or "2 heats of 3 000 g, 2 600 g" */
const told = computed(() => {
  const all = masses.value.map((massG) => grams(massG, 10))
  return `${all.length} heats of ${new Set(all).size === 1 ? all[0] : all.join(', ')}`
})
</script>

<template>
  <div v-if="over && shares" class="mt-3 border-l-8 border-amber bg-amber-wash px-3 py-2" data-testid="split">
    <p class="font-bold">
      {{ over.name }} takes {{ grams(over.massG, 10) }} at a time.
      <template v-if="!shares.ok && shares.why === 'one-too-large'">
        One casting alone wants more: it needs a larger one.
      </template>
      <template v-else-if="!shares.ok">That would be over fifty heats: look at the tap mass again.</template>
    </p>
    <template v-if="shares.ok">
      <p class="my-1">
        {{ told }}
        do it. Each keeps to its share of every lot, so that all come out alike and none is left with the
        worst scrap.
      </p>
      <div class="flex flex-wrap gap-2">
        <button type="button" class="btn btn-next" @click="split">
          Make {{ masses.length }} heats of it
        </button>
        <button type="button" class="btn" @click="castLater">Ingots first, cast from them later</button>
      </div>
    </template>
    <button v-else-if="shares.why === 'one-too-large'" type="button" class="btn mt-1" @click="castLater">
      Ingots here, cast from a larger one
    </button>
  </div>
</template>
