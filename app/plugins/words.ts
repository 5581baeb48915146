import { defineNuxtPlugin } from '#imports'
import { keepHeatScale } from '~/shared/units/heat-scale'
import { language, words } from '~/words'

/** Sentences that hold other parts of the page, a link or a figure in bold, take their words from here. */
export default defineNuxtPlugin({
  name: 'words',
  dependsOn: ['pinia'],
  setup({ vueApp }) {
    vueApp.use(words)
    document.documentElement.lang = language
    keepHeatScale()
  },
})
