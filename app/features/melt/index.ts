export { default as MeltTrace } from './MeltTrace.vue'
export { logWords } from './log-words'
export { useMeltLog } from './useMeltLog'
export { useStopping } from './useStopping'
