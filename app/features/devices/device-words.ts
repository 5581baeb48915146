import { t } from '~/words'
import type { DeviceFault, DeviceKind, LineFault, Trouble } from '#core/devices'
import type { SourceId } from './devices-store'

export const DEVICE_WORDS: Readonly<Record<DeviceKind, { name: string; what: string }>> = {
  thermocouple: { name: t('devices.thermocouple'), what: t('devices.simulated-melt') },
  scale: { name: t('devices.scale'), what: t('devices.simulated-pan') },
  analyser: { name: t('devices.analyser'), what: t('devices.simulated-gun') },
}

export const FAULT_WORDS: Readonly<Record<DeviceFault, string>> = {
  dropout: t('devices.drops-out'),
  drift: t('devices.drifts'),
  noise: t('devices.noisy'),
  units: t('devices.fault-wrong-unit'),
}

export const LINE_SOURCE_WORDS: Readonly<Record<SourceId, string>> = {
  server: t('devices.on-server'),
  browser: t('devices.in-browser'),
  serial: t('devices.on-serial'),
}

/** What a line that is no reading means, and what to do. */
export const LINE_FAULTS: Readonly<Record<LineFault, string>> = {
  open: t('devices.open-circuit'),
  overload: t('devices.overload'),
  unreadable: t('devices.unreadable-line'),
}

/** What looks wrong with a run of temperatures, and what to do. */
export const TROUBLE_WORDS: Readonly<Record<Trouble | 'open', string>> = {
  open: t('devices.probe-open'),
  silent: t('devices.no-reading'),
  jump: t('devices.jumped'),
  units: t('devices.wrong-unit-suspected'),
  noisy: t('devices.too-noisy'),
}
