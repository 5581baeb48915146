import { defineNuxtPlugin } from '#imports'
import { awaitInstallOffer } from '~/shared/page/install-offer'

/** A browser's offer to put the app on the device comes before any page asks for it. */
export default defineNuxtPlugin(awaitInstallOffer)
