<script setup lang="ts">
import { t } from '~/words'
import type { Plan } from './usePlan'

/** Which plan a page shows, and whether what it was made from has changed since. */
const { plain = false } = defineProps<{
  plan: Plan
  /** without the plan's number, where the page shows it itself */
  plain?: boolean
}>()
</script>

<template>
  <div
    v-if="plan.missing.value || plan.outdated.value || (!plain && plan.number.value)"
    data-testid="plan-mark"
  >
    <div
      v-if="plan.missing.value || plan.outdated.value"
      role="status"
      class="no-print my-2 flex max-w-4xl flex-wrap items-center gap-x-4 gap-y-2 border-l-8 border-amber bg-amber-wash px-3 py-2"
    >
      <span class="min-w-60 flex-1">{{
        plan.fault.value
          ? t('charge.plan-update-failed', { reason: plan.fault.value })
          : plan.missing.value
            ? t('charge.plan-missing')
            : t('charge.plan-outdated', { number: plan.number.value ?? '' })
      }}</span>
      <button class="btn" :disabled="plan.updating.value" @click="plan.update()">
        {{
          plan.updating.value
            ? t('charge.calculating')
            : plan.missing.value
              ? t('charge.calculate-the-charge')
              : t('charge.update-the-plan')
        }}
      </button>
    </div>
    <p v-if="!plain && !plan.outdated.value && plan.number.value" class="text-sm text-soft">
      {{ t('charge.plan-number', { number: plan.number.value }) }}
    </p>
  </div>
</template>
