<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
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
  return t('target.heats-of', { all: all.length, part: new Set(all).size === 1 ? all[0] : all.join(', ') })
})
</script>

<template>
  <div v-if="over && shares" class="mt-3 border-l-8 border-amber bg-amber-wash px-3 py-2" data-testid="split">
    <p class="font-bold">
      <I18nT keypath="target.takes-at-a-time" scope="global"
        ><template #part
          ><template v-if="!shares.ok && shares.why === 'one-too-large'">
            {{ ' ' + t('target.one-casting-alone-wants-more-it') + ' ' }} </template
          ><template v-else-if="!shares.ok">{{
            t('target.that-would-be-over-fifty-heats')
          }}</template></template
        ><template #name>{{ over.name }}</template
        ><template #massG>{{ grams(over.massG, 10) }}</template></I18nT
      >
    </p>
    <template v-if="shares.ok">
      <p class="my-1">
        {{ t('target.do-it-each-keeps-to-its', { told }) }}
      </p>
      <div class="flex flex-wrap gap-2">
        <button type="button" class="btn btn-next" @click="split">
          {{ t('target.make-heats-of-it', { masses: masses.length }) }}
        </button>
        <button type="button" class="btn" @click="castLater">
          {{ t('target.ingots-first-cast-from-them-later') }}
        </button>
      </div>
    </template>
    <button v-else-if="shares.why === 'one-too-large'" type="button" class="btn mt-1" @click="castLater">
      {{ t('target.ingots-here-cast-from-a-larger') }}
    </button>
  </div>
</template>
