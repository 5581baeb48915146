export { default as YardFileOpener } from './YardFileOpener.vue'
export { useSafeKeeping } from './useSafeKeeping'
export { useYardFile } from './useYardFile'
