<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import { heatStamp } from '#core/heat'
import type { Mark } from '#core/rehearsal'
import { PlanMark } from '~/features/charge'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import GiveAway from './GiveAway.vue'
import RehearsalRoom from './RehearsalRoom.vue'
import type { Rehearsed } from './useRehearsal'
import { useScenario } from './useScenario'

/** This very heat, run without fire: the same charge, furnace and crucible, and a clock of its own. */
const { heat, plan, scenario, base, working } = useScenario()
const marks = computed<Mark[]>(() => [
  'nobody-hurt',
  ...((scenario.value?.lots.length ?? 0) > (scenario.value?.begins ?? 0) ? (['order'] as const) : []),
  'window',
  ...(scenario.value?.lots.some(({ composition }) => (composition.Zn ?? 0) > 1) ? (['zinc'] as const) : []),
  ...(scenario.value?.degassed ? (['density-index'] as const) : []),
  'sound',
])
const of = computed<Rehearsed | null>(() => {
  if (!heat.value || !scenario.value || !base.value) return null
  const { id, number, title } = heat.value
  const name = [heatStamp(number), title].filter(Boolean).join(' ')
  return { key: id, name, scenario: scenario.value, base: base.value, marks: marks.value }
})
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('rehearsal.rehearse-this-heat')">
      <NuxtLink to="/rehearsals" class="btn">{{ t('rehearsal.rehearsals') }}</NuxtLink>
      <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn">{{ t('rehearsal.to-the-melt') }}</NuxtLink>
    </HeatHeading>
    <PlanMark class="mb-3" :plan="plan" />
    <RehearsalRoom
      :key="heat.id"
      :of="of"
      :waiting="working ? t('rehearsal.calculating') : t('rehearsal.needs-plan')"
    />
    <GiveAway v-if="of" :of="of" :alloy="heat.alloy?.designation ?? ''" class="mt-6" />
  </section>
</template>
