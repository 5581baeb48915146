import type { RemovableRef } from '@vueuse/core'
import { useRemembered } from './useRemembered'

/** Whether this browser is one of several devices: told without fetching all that makes it one. */
export const useInGroup = (): RemovableRef<boolean> => useRemembered('hephaestal-in-group', false)
