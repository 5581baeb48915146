<script setup lang="ts">
import { t } from '~/words'
import { useIntervalFn } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
import { heatStamp, type StepTimer } from '#core/heat'
import { ringing } from '~/features/group'
import { beepIn, notify, shake } from '~/shared/heat/ring'
import { useStepTimers } from '~/shared/heat/useStepTimers'
import { useNotices } from '~/shared/page/useNotices'
import { counted } from '~/shared/units/figures'
import { useYard } from '~/storage/yard-store'

/** Rings the timers of steps on every page; one that ran out while nobody looked rings late, and says so. */
const yard = useYard()
const { announce } = useNotices()
const { timers, drop, live } = useStepTimers()
const MINUTE_MS = 60_000
/** Beeps handed to the sound hardware, by timer. */
const beeps = new Map<string, () => void>()
const keyOf = ({ heatId, step, startedAt }: StepTimer) => `${heatId} ${step} ${startedAt}`

function silence(keep: ReadonlySet<string>): void {
  for (const [key, stop] of beeps)
    if (!keep.has(key)) {
      stop()
      beeps.delete(key)
    }
}
watch(
  [timers, () => yard.heats],
  () => {
    if (!yard.ready) return
    const wanted = live(timers.value, yard.records.heats, Date.now())
    silence(new Set(wanted.map(keyOf)))
    for (const timer of timers.value) if (!wanted.includes(timer)) drop(timer)
    for (const timer of wanted)
      if (!beeps.has(keyOf(timer)) && timer.dueMs > Date.now())
        beeps.set(keyOf(timer), beepIn((timer.dueMs - Date.now()) / 1000))
  },
  { immediate: true },
)

function ring(timer: StepTimer): void {
  const lateMin = Math.floor((Date.now() - timer.dueMs) / MINUTE_MS)
  const rings = ringing(timer.heat)
  const what = { heatNumber: heatStamp(timer.heat), title: timer.title }
  const words = [
    lateMin > 0
      ? t('app-shell.timer-late', { ...what, minutes: counted(lateMin, 'minute') })
      : t('app-shell.timer-up', what),
    rings.here ? '' : t('group.timer-rings-there', { deviceName: rings.on }),
  ]
  announce(words.filter(Boolean).join(' '))
  if (rings.here) {
    shake()
    // Where the hardware had it, it beeps by now.
    if (lateMin > 0 || !beeps.has(keyOf(timer))) beepIn(0)
    if (document.visibilityState === 'hidden') void notify(words.join(' '), timer.step)
  } else beeps.get(keyOf(timer))?.()
  beeps.delete(keyOf(timer))
  drop(timer)
}
useIntervalFn(() => {
  if (!yard.ready) return
  for (const timer of live(timers.value, yard.records.heats, Date.now()))
    if (timer.dueMs <= Date.now()) ring(timer)
}, 500)
onBeforeUnmount(() => silence(new Set()))
</script>

<template>
  <span hidden />
</template>
