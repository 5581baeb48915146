import { useHead, useRoute } from '#imports'
import { heatStamp } from '#core/heat'
import { computed, nextTick, ref, watch } from 'vue'
import { titleOf } from './titles-words'

/** Coming to a screen: the window is called after it, it is said, and the keyboard is at its beginning. */
export function useArrival() {
  const route = useRoute()
  const title = computed(() => titleOf(route.path, heatStamp(Number(route.params.number) || 0)))
  useHead({ title: computed(() => `${title.value} · Hephaestal`) })
  const arrived = ref('')
  watch(
    () => route.path,
    async () => {
      await nextTick()
      arrived.value = title.value
      requestAnimationFrame(() => {
        const at = document.activeElement
        const main = document.querySelector<HTMLElement>('main')
        // A page that takes the keyboard to a field of its own knows better; a sheet that is open keeps it.
        if (main?.contains(at) && at !== main) return
        if (document.querySelector('[role=dialog]')) return
        main?.focus({ preventScroll: true })
      })
    },
    { flush: 'post' },
  )
  return { arrived }
}
