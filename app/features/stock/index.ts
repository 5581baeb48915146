import { defineAsyncComponent } from 'vue'

export { METAL_BINS } from './stock-words'
export { default as ScrapQuestion } from './ScrapQuestion.vue'
export { usePastedTable } from './usePastedTable'
export const LotEditor = defineAsyncComponent(() => import('./LotEditor.vue'))
export const StockImport = defineAsyncComponent(() => import('./StockImport.vue'))
