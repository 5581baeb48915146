export { default as ImportPreview } from './ImportPreview.vue'
export { useSafeKeeping } from './useSafeKeeping'
export { useYardFile } from './useYardFile'
