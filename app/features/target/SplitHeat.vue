<script setup lang="ts">
import { listed, sentences } from '~/shared/units/figures'
import { t } from '~/words'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useSplit } from './useSplit'

/** What to do with a heat too large for what melts it. */
const { over, shares, canWait, split, castLater } = useSplit()
const { grams } = useUnits()
const masses = computed(() => (shares.value?.ok ? shares.value.shares.map(({ tapMassG }) => tapMassG) : []))
/** "3 heats of 3 000 g" or "2 heats of 3 000 g, 2 600 g" */
const told = computed(() => {
  const all = masses.value.map((massG) => grams(massG, 10))
  return t('target.heats-of-mass', {
    count: all.length,
    masses: new Set(all).size === 1 ? all[0] : listed(all),
  })
})
</script>

<template>
  <div v-if="over && shares" class="mt-3 border-l-8 border-amber bg-amber-wash px-3 py-2" data-testid="split">
    <p class="font-bold">
      {{
        sentences(
          t('target.crucible-holds-at-once', {
            crucibleName: over.name,
            mass: grams(over.massG, 10),
          }),
          !shares.ok &&
            (shares.why === 'one-too-large'
              ? t('target.split-casting-too-large')
              : t('target.split-too-many')),
        )
      }}
    </p>
    <template v-if="shares.ok">
      <p class="my-1">
        {{ t('target.split-summary', { heats: told }) }}
      </p>
      <div class="flex flex-wrap gap-2">
        <button type="button" class="btn btn-next" @click="split">
          {{ t('target.split-button', { count: masses.length }) }}
        </button>
        <button v-if="canWait" type="button" class="btn" @click="castLater">
          {{ t('target.ingots-first-button') }}
        </button>
      </div>
    </template>
    <button
      v-else-if="canWait && shares.why === 'one-too-large'"
      type="button"
      class="btn mt-1"
      @click="castLater"
    >
      {{ t('target.ingots-first-summary') }}
    </button>
  </div>
</template>
