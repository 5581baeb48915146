import type { DeviceFault, DeviceKind, LineFault, Trouble } from '#core/devices'
import type { SourceId } from './devices-store'

export const DEVICE_WORDS: Readonly<Record<DeviceKind, { name: string; what: string }>> = {
  thermocouple: { name: 'Thermocouple', what: 'A melt coming to heat.' },
  scale: { name: 'Scale', what: 'A pan with metal on it.' },
  analyser: { name: 'Analyser', what: 'An X-ray gun held to a piece of gunmetal.' },
}

export const FAULT_WORDS: Readonly<Record<DeviceFault, string>> = {
  dropout: 'drops out',
  drift: 'drifts',
  noise: 'noisy',
  units: 'shows the wrong unit',
}

export const LINE_SOURCE_WORDS: Readonly<Record<SourceId, string>> = {
  server: 'simulated, on the server',
  browser: 'pretended, in this browser',
  serial: 'real, on a serial line',
}

/** What a line that is no reading means, and what to do. */
export const LINE_FAULTS: Readonly<Record<LineFault, string>> = {
  open: 'It reports an open circuit. Look at the plug and the tip; take another probe.',
  overload: 'It bears no more, or its cell is cut off. Take metal off.',
  unreadable: 'Its line cannot be read. Look at the settings of the instrument.',
}

/** What looks wrong with a run of temperatures, and what to do. */
export const TROUBLE_WORDS: Readonly<Record<Trouble | 'open', string>> = {
  open: 'Thermocouple open: no reading. Log by hand or by colour until it is back.',
  silent: 'No reading comes in. Log by hand or by colour until it is back.',
  jump: 'It jumped further than metal can. Nothing is logged until it settles.',
  units: 'It looks as if Fahrenheit is shown as Celsius. Look at its unit; nothing is logged.',
  noisy: 'It is too noisy to be believed. Look at the plug and the cable.',
}
