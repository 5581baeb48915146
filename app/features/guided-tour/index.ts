import { defineAsyncComponent } from 'vue'

export { useWalking } from './useWalking'
export const WalkOffer = defineAsyncComponent(() => import('./WalkOffer.vue'))
export const WalkStrip = defineAsyncComponent(() => import('./WalkStrip.vue'))
