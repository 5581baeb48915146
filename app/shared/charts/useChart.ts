import { t } from '~/words'
import { why } from '~/storage/why'
import { nextTick, onBeforeUnmount, onMounted, ref, watch, type Ref, type WatchSource } from 'vue'
import { useIdle } from '~/shared/page/useIdle'
import { useTheme } from '~/shared/page/useTheme'

/** What a chart is drawn from; colours and letters come as tokens of the theme. */
export interface Drawing {
  data: object[]
  layout: object
}

/**
 * Keeps a chart true to its figures: drawn when it appears, again whenever they or the theme change, freed at the end.
 * @param build makes the drawing from the theme's tokens
 */
export function useChart(
  frame: Ref<HTMLElement | undefined>,
  sources: WatchSource[],
  build: (token: (name: string) => string) => Drawing,
) {
  const failed = ref('')
  const { dark } = useTheme()
  async function draw(): Promise<void> {
    if (!frame.value) return
    try {
      const { plot } = await import('./plot')
      const style = getComputedStyle(frame.value)
      const { data, layout } = build((name) => style.getPropertyValue(`--${name}`).trim())
      await plot(frame.value, data, layout)
      failed.value = ''
    } catch (error) {
      failed.value = t('shared.chart-failed', { reason: why(error) })
    }
  }
  // The library is large: what stands beside the chart is drawn first.
  const { whenIdle } = useIdle()
  onMounted(() => whenIdle(() => void draw()))
  watch([...sources, dark], () => nextTick(draw))
  onBeforeUnmount(async () => {
    const drawn = frame.value?.hasChildNodes() ? frame.value : null
    if (drawn && !failed.value) (await import('./plot')).purge(drawn)
  })
  return { failed }
}
