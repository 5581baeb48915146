import { defineNuxtPlugin } from '#imports'
import { useFaults } from '~/features/app-shell'
/** Faults nobody caught are told to the person, and still reach the browser’s console. */
export default defineNuxtPlugin((nuxt) => {
  const { note } = useFaults()
  nuxt.hook('vue:error', note)
  window.addEventListener('unhandledrejection', ({ reason }) => note(reason))
  window.addEventListener('error', ({ error }) => {
    if (error) note(error)
  })
})
