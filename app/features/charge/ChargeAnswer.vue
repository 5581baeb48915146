<script setup lang="ts">
import { t } from '~/words'
import { defineAsyncComponent } from 'vue'
import { restoreLimits } from '#core/heat'
import type { ChargeAnswer } from './useChargeAnswer'
import { useChargeEngine } from './charge-store'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { counted } from '~/shared/units/figures'
import ShortOfTime from './ShortOfTime.vue'
import WaysOut from './WaysOut.vue'

const NoAnswer = defineAsyncComponent(() => import('./NoAnswer.vue'))

/** The sentence that matters: what to charge and what limits it, or why nothing fits and what would help. */
defineProps<{
  answer: ChargeAnswer
  /** what went in, g */
  chargedG: number
}>()
const engine = useChargeEngine()
const { heat, edit } = useHeat()
const { grams } = useUnits()
</script>

<template>
  <div v-if="heat" class="mb-2" aria-live="polite" data-testid="answer" :aria-busy="answer.searching.value">
    <p
      v-if="!heat.loggedAt && !engine.error && (answer.headline.value || answer.infeasible.value)"
      class="float-right ml-3 min-h-5 text-sm text-soft"
    >
      <span v-if="answer.number.value" data-testid="plan-number">{{
        t('charge.plan-number', { number: answer.number.value })
      }}</span>
      <span v-else-if="answer.old.value" class="font-semibold text-amber">{{ t('charge.plan-stale') }}</span>
      <span v-else-if="answer.searching.value">{{ t('charge.calculating') }}</span>
    </p>
    <NoAnswer v-if="engine.error" />
    <div v-else-if="answer.infeasible.value" :class="{ old: answer.old.value }">
      <ShortOfTime v-if="answer.hurried.value" :none="answer.conflict.value" />
      <p v-else class="max-w-4xl border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-lg font-bold">
        {{ answer.conflict.value }}
      </p>
      <WaysOut
        :ways="answer.waysOut.value"
        :heading="t('charge.ways-out-heading')"
        :hurried="answer.waysHurried.value"
      />
    </div>
    <div v-else-if="answer.headline.value" :class="{ old: answer.old.value }">
      <p class="text-xl leading-snug font-bold sm:text-2xl">{{ answer.headline.value }}</p>
      <div v-if="answer.harmed.value" class="my-2 max-w-4xl border-l-8 border-oxide bg-oxide-wash px-3 py-2">
        <p class="font-bold">{{ answer.harm.value }}</p>
        <WaysOut
          :ways="answer.waysOut.value"
          :heading="t('charge.corrections-heading')"
          :hurried="answer.waysHurried.value"
        />
      </div>
      <p
        v-else-if="answer.concession.value"
        class="my-2 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2"
      >
        {{ answer.concession.value }}
      </p>
      <ShortOfTime v-if="answer.hurried.value" />
      <p v-if="answer.unpriced.value" class="max-w-4xl text-amber" data-testid="unpriced">
        {{ answer.unpriced.value }}
      </p>
      <p v-if="answer.usedUp.value" class="font-semibold" data-testid="used-up">
        {{ answer.usedUp.value }}
      </p>
      <ul class="limiting text-soft">
        <li v-for="sentence in answer.limiting.value" :key="sentence">{{ sentence }}</li>
        <li v-if="answer.room.value">{{ answer.room.value }}</li>
      </ul>
    </div>
    <p v-else-if="!heat.loggedAt" class="text-soft">{{ t('charge.calculating') }}</p>
    <p v-else class="text-xl font-bold">
      {{
        t('charge.charged-mass', {
          chargedMass: grams(chargedG),
          weighedAt: counted(heat.weighed.length, 'lot'),
        })
      }}
    </p>
    <p v-if="heat.overruled?.length" class="mt-2 flex max-w-4xl flex-wrap items-center gap-3 text-amber">
      <span class="font-semibold">{{ t('charge.limits-changed') }}</span>
      <button
        v-if="!heat.loggedAt"
        class="btn btn-quiet underline"
        @click="edit(t('charge.restore-limits-edit'), restoreLimits(heat))"
      >
        {{ t('charge.restore-limits-button') }}
      </button>
    </p>
  </div>
</template>

<style scoped>
/* From before the last change: there to be compared, not to be weighed by. */
.old {
  opacity: 0.45;
  transition: opacity 80ms 150ms;
}
/* Said in one breath at the desk; on a phone only what matters most. */
.limiting {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
  font-size: var(--text-sm);
  line-height: 1.35;
}
@media (width < 40rem) {
  .limiting li + li {
    display: none;
  }
}
</style>
