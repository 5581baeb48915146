import { usePreferredDark } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { useRemembered } from './useRemembered'

export type ThemeChoice = 'auto' | 'light' | 'dark'
const choice = useRemembered<ThemeChoice>('hephaestal-theme', 'auto')

/** Light sand or dark soot; by itself it follows the machine. */
export function useTheme() {
  const prefersDark = usePreferredDark()
  const dark = computed(() => choice.value === 'dark' || (choice.value === 'auto' && prefersDark.value))
  watchEffect(() => {
    document.documentElement.dataset.theme = dark.value ? 'dark' : 'light'
  })
  return { choice, dark }
}
