<script setup lang="ts">
import { useEventListener, useThrottleFn } from '@vueuse/core'
import { navigateTo, useRoute } from '#imports'
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import { heatStamp } from '#core/heat'
import { t } from '~/words'
import { useGroup } from './group-store'
import OwnYardQuestion from './OwnYardQuestion.vue'
import { ringBy, ringsWhere } from './ringing'

/** Beside every page of a browser that is one of several: tells the others where it is, and hears whether it is called. */
const { place } = defineProps<{
  /** what the screen that is open is called */
  place: string
}>()
const TOUCHED_EVERY_MS = 4000
const AGAIN_MS = 20_000
const group = useGroup()
const route = useRoute()
const touched = ref(Date.now())
const heat = computed(() => {
  const number = Number(route.params.number)
  return route.path.includes('/heat/') && Number.isInteger(number) ? number : null
})
const isMelt = computed(() => heat.value !== null && route.path.includes('/melt'))

function tell(): void {
  const device = group.membership?.device
  if (!device) return
  const { step, steps } = group.atStep ?? {}
  group.tell({
    device,
    ...(place ? { place: place.slice(0, 80) } : {}),
    ...(heat.value === null ? {} : { heat: heat.value }),
    ...(isMelt.value && step && steps ? { step, steps } : {}),
    ...(isMelt.value ? { melt: true } : {}),
    idleS: Math.max(0, (Date.now() - touched.value) / 1000),
  })
}
const touch = useThrottleFn(
  () => {
    touched.value = Date.now()
    tell()
  },
  TOUCHED_EVERY_MS,
  false,
)
useEventListener(window, ['pointerdown', 'keydown'], touch, { passive: true })
useEventListener(window, 'online', () => group.nudge())
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'visible') group.nudge()
})
watch([() => place, heat, isMelt, () => group.atStep, () => group.others.length], tell)
onMounted(() => void group.wake())

ringBy((number) => {
  const followers = group.others.flatMap(({ name, presence }) =>
    presence
      ? {
          name,
          melt: presence.melt ? (presence.heat ?? null) : null,
          touched: presence.touched,
          heard: presence.heard,
        }
      : [],
  )
  return ringsWhere(followers, number, touched.value, Date.now())
})

/** Joining, what is here already is asked about wherever one is, but where the page itself asks. */
const asks = computed(() => group.asks && !/\/(join|group)$/.test(route.path))
const called = computed(() => group.called)
const by = computed(() => (called.value && group.names[called.value.from]) || t('group.a-device'))
async function go(): Promise<void> {
  const call = called.value
  group.called = null
  if (call) await navigateTo(`/heat/${call.heat}/${call.stage}`)
}
// A clock elsewhere is not asked the time: what was told long ago is told again now and then.
const again = setInterval(tell, AGAIN_MS)
onScopeDispose(() => clearInterval(again))
</script>

<template>
  <div v-if="asks" class="mx-auto w-full max-w-[90rem] px-3 pt-3 sm:px-5"><OwnYardQuestion /></div>
  <div
    v-if="called"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-ember bg-amber-wash px-4 py-2"
    data-testid="called"
  >
    <span class="flex-1 basis-60 text-lg">{{
      t('group.called', { deviceName: by, heat: heatStamp(called.heat) })
    }}</span>
    <button class="btn btn-next min-h-[3.5rem]" @click="go">{{ t('group.open-button') }}</button>
    <button class="btn min-h-[3.5rem]" @click="group.called = null">{{ t('group.dismiss-button') }}</button>
  </div>
</template>
