export { LINE_FAULTS, LINE_SOURCE_WORDS, TROUBLE_WORDS } from './device-words'
export { useDevices } from './devices-store'
export { useProbeRecorder } from './useProbeRecorder'
