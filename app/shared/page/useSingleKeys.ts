import { useRemembered } from './useRemembered'

/** Whether letters by themselves do something: speech and shaky hands type them unmeant (WCAG 2.1.4). */
export const useSingleKeys = () => useRemembered('single-keys', true)
