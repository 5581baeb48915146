import { t } from '~/words'
import type { DeviceFault, DeviceKind, LineFault, Trouble } from '#core/devices'
import type { SourceId } from './devices-store'

export const DEVICE_WORDS: Readonly<Record<DeviceKind, { name: string; what: string }>> = {
  thermocouple: { name: t('devices.thermocouple'), what: t('devices.a-melt-coming-to-heat') },
  scale: { name: t('devices.scale'), what: t('devices.a-pan-with-metal-on-it') },
  analyser: { name: t('devices.analyser'), what: t('devices.an-x-ray-gun-held-to') },
}

export const FAULT_WORDS: Readonly<Record<DeviceFault, string>> = {
  dropout: t('devices.drops-out'),
  drift: t('devices.drifts'),
  noise: t('devices.noisy'),
  units: t('devices.shows-the-wrong-unit'),
}

export const LINE_SOURCE_WORDS: Readonly<Record<SourceId, string>> = {
  server: t('devices.simulated-on-the-server'),
  browser: t('devices.pretended-in-this-browser'),
  serial: t('devices.real-on-a-serial-line'),
}

/** What a line that is no reading means, and what to do. */
export const LINE_FAULTS: Readonly<Record<LineFault, string>> = {
  open: t('devices.it-reports-an-open-circuit-look'),
  overload: t('devices.it-bears-no-more-or-its'),
  unreadable: t('devices.its-line-cannot-be-read-look'),
}

/** What looks wrong with a run of temperatures, and what to do. */
export const TROUBLE_WORDS: Readonly<Record<Trouble | 'open', string>> = {
  open: t('devices.thermocouple-open-no-reading-log-by'),
  silent: t('devices.no-reading-comes-in-log-by'),
  jump: t('devices.it-jumped-further-than-metal-can'),
  units: t('devices.it-looks-as-if-fahrenheit-is'),
  noisy: t('devices.it-is-too-noisy-to-be'),
}
