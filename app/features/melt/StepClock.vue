<script setup lang="ts">
import { t } from '~/words'
import type { RunStep } from '#core/melt'
import type { MeltLog } from './useMeltLog'
import { computed, watch } from 'vue'
import { ringing } from '~/features/group'
import { useNotices } from '~/shared/page/useNotices'

/** The clock of a step: runs down to its least time, then says how long it has gone on. */
const props = defineProps<{ step: RunStep; log: MeltLog }>()
const { say } = useNotices()
const ran = computed(() => props.log.runS(props.step.id))
const least = computed(() => (props.step.minutes?.[0] ?? 0) * 60)
const left = computed(() => (ran.value === null ? null : Math.ceil(least.value - ran.value)))
const clock = computed(() => {
  const seconds = Math.abs(left.value ?? 0)
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`
})
/** Three beeps and a shake; where the machine has neither, the figure alone. */
function ring(): void {
  navigator.vibrate?.([400, 200, 400, 200, 400])
  const audio = new AudioContext()
  for (const start of [0, 0.5, 1]) {
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    tone.frequency.value = 880
    volume.gain.value = 0.4
    tone.connect(volume).connect(audio.destination)
    tone.start(audio.currentTime + start)
    tone.stop(audio.currentTime + start + 0.3)
  }
  setTimeout(() => void audio.close(), 3000)
}
watch(left, (seconds, before) => {
  if (seconds !== null && before !== null && before !== undefined && before > 0 && seconds <= 0) {
    const rings = ringing(props.log.heat.value?.number ?? 0)
    if (rings.here) ring()
    const done = t('melt.timer-finished')
    say(rings.here ? done : `${done} ${t('group.timer-rings-there', { deviceName: rings.on })}`)
  }
})
</script>

<template>
  <div v-if="step.minutes" class="mt-4" data-testid="step-clock">
    <button v-if="left === null" class="btn min-h-[4.5rem] text-xl" @click="log.startClock(step.id)">
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
