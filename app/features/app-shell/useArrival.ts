import { t } from '~/words'
import { useHead, useNuxtApp, useRoute } from '#imports'
import { useTimeoutFn } from '@vueuse/core'
import { heatStamp } from '#core/heat'
import { computed, ref, watch } from 'vue'
import { titleOf } from './titles-words'

/** A screen that does not say it has come is taken to be there after so long. */
const LATE_MS = 600

/** Coming to a screen: the window is called after it, it is said, and the keyboard is at its beginning. */
export function useArrival() {
  const route = useRoute()
  const title = computed(() => titleOf(route.path, heatStamp(Number(route.params.number) || 0)))
  useHead({ title: computed(() => t('app-shell.window-title', { title: title.value })) })
  const arrived = ref('')
  /** What had the keyboard when one left for here; undefined once it was seen to. */
  let left: Element | null | undefined
  function settle(): void {
    if (left === undefined) return
    const at = document.activeElement
    // A page that took the keyboard to a field of its own knows better; a sheet that is open keeps it.
    const taken = at !== left && at !== document.body
    left = undefined
    if (!taken && !document.querySelector('[role=dialog]'))
      document.querySelector<HTMLElement>('main')?.focus({ preventScroll: true })
  }
  const late = useTimeoutFn(settle, LATE_MS, { immediate: false })
  useNuxtApp().hook('page:finish', settle)
  watch(
    () => route.path,
    () => {
      left = document.activeElement
      arrived.value = title.value
      late.start()
    },
    { flush: 'sync' },
  )
  return { arrived, title }
}
