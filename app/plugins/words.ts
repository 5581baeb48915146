import { defineNuxtPlugin } from '#imports'
import { language, words } from '~/words'

/** Sentences that hold other parts of the page, a link or a figure in bold, take their words from here. */
export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.use(words)
  document.documentElement.lang = language
})
