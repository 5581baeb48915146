<script setup lang="ts">
import { t } from '~/words'
import type { RunStep } from '#core/melt'
import type { MeltLog } from './useMeltLog'
import { computed, watch } from 'vue'
import { useHeatInHand } from '~/shared/heat/heat-in-hand'
import { askForNotices, beepIn, shake } from '~/shared/heat/ring'
import { useStepTimers } from '~/shared/heat/useStepTimers'
import { useNotices } from '~/shared/page/useNotices'

/** The clock of a step: runs down to its least time, then says how long it has gone on. */
const props = defineProps<{ step: RunStep; title: string; log: MeltLog }>()
const { say } = useNotices()
/** A rehearsal: its clock is not that of the wall. */
const beside = useHeatInHand() !== null
const ran = computed(() => props.log.runS(props.step.id))
const least = computed(() => (props.step.minutes?.[0] ?? 0) * 60)
const left = computed(() => (ran.value === null ? null : Math.ceil(least.value - ran.value)))
const clock = computed(() => {
  const seconds = Math.abs(left.value ?? 0)
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`
})
/** Rung on whatever page is open; beside the yard there is no other page. */
const { set } = useStepTimers()
function setTimer(): void {
  const heat = props.log.heat.value
  const startedAt = heat?.clocks?.[props.step.id]
  if (!heat || !startedAt || beside || heat.loggedAt || (left.value ?? 0) <= 0) return
  set({
    heatId: heat.id,
    heat: heat.number,
    step: props.step.id,
    title: props.title,
    startedAt,
    dueMs: Date.parse(startedAt) + 1000 * least.value,
  })
}
watch(() => props.log.heat.value?.clocks?.[props.step.id], setTimer, { immediate: true })
function start(): void {
  askForNotices()
  props.log.startClock(props.step.id)
}
watch(left, (seconds, before) => {
  const up = seconds !== null && before !== null && before !== undefined && before > 0 && seconds <= 0
  if (!up || !beside) return
  shake()
  beepIn(0)
  say(t('melt.timer-finished'))
})
</script>

<template>
  <div v-if="step.minutes" class="mt-4" data-testid="step-clock">
    <button v-if="left === null" class="btn min-h-[4.5rem] text-xl" @click="start">
      {{ t('melt.start-timer-button', { fromMinutes: step.minutes[0], toMinutes: step.minutes[1] }) }}
    </button>
    <p v-else class="stamp text-4xl" role="timer" aria-live="off">
      {{ clock
      }}<span class="font-sans text-xl normal-case">{{
        left > 0 ? ` ${t('melt.timer-left')}` : ` ${t('melt.timer-over')}`
      }}</span>
    </p>
  </div>
</template>
