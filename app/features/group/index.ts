import { defineAsyncComponent } from 'vue'

/* What makes a browser one of several devices comes when it is one. */
export const GroupMark = defineAsyncComponent(() => import('./GroupMark.vue'))
export const GroupWatch = defineAsyncComponent(() => import('./GroupWatch.vue'))
export const FurnaceWord = defineAsyncComponent(() => import('./FurnaceWord.vue'))
export const FurnaceLine = defineAsyncComponent(() => import('./FurnaceLine.vue'))
export { ringing } from './ringing'
