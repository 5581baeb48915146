import { defineAsyncComponent } from 'vue'

export const WalkOffer = defineAsyncComponent(() => import('./WalkOffer.vue'))
export const WalkStrip = defineAsyncComponent(() => import('./WalkStrip.vue'))
