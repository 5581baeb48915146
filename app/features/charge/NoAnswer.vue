<script setup lang="ts">
import { useChargeEngine } from './charge-store'

/** The charge engine gave no answer, even begun anew: nothing is shown that could be taken for one. */
const engine = useChargeEngine()
</script>

<template>
  <div role="alert" class="max-w-4xl border-l-8 border-oxide bg-oxide-wash px-4 py-3" data-testid="no-answer">
    <p class="text-lg font-bold">The charge could not be worked out: the solver gives no answer.</p>
    <p>
      The yard and what you have weighed are as you left them. Try again; if that does not help, load the page
      anew.
    </p>
    <p class="mt-1 text-sm [overflow-wrap:anywhere] text-soft">It said: {{ engine.error }}</p>
    <button class="btn mt-2" @click="engine.askAgain">Try again</button>
  </div>
</template>
