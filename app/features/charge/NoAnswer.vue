<script setup lang="ts">
import { t } from '~/words'
import { useChargeEngine } from './charge-store'

/** The charge engine gave no answer, even begun anew: nothing is shown that could be taken for one. */
const engine = useChargeEngine()
</script>

<template>
  <div role="alert" class="max-w-4xl border-l-8 border-oxide bg-oxide-wash px-4 py-3" data-testid="no-answer">
    <p class="text-lg font-bold">{{ t('charge.no-answer') }}</p>
    <p>
      {{ t('charge.no-answer-hint') }}
    </p>
    <p class="mt-1 text-sm [overflow-wrap:anywhere] text-soft">
      {{ t('charge.solver-error', { message: engine.error }) }}
    </p>
    <button class="btn mt-2" @click="engine.askAgain">{{ t('charge.try-again') }}</button>
  </div>
</template>
