import type { TemperatureLogFault } from '#formats/temperature-csv'
import type { LogEntry, LogKind } from '#core/heat'
import type { DeviceFault, DeviceKind, LineFault, Trouble } from '#core/devices'
import type { GasReason } from '#core/melt'
import type { SourceId } from '~/stores/devices'

export const LOG_WORDS: Readonly<Record<LogKind, string>> = {
  temperature: 'Temperature',
  skim: 'Skimmed',
  addition: 'Added',
  flux: 'Fluxed',
  degas: 'Degassed',
  smoke: 'White smoke',
  flare: 'Flare',
  spatter: 'Spatter',
  'boil-over': 'Boiled over',
  molten: 'Liquid through',
  'pressure-test': 'Reduced-pressure test',
  photo: 'Picture',
  note: 'Note',
}

interface Tools {
  grams: (value: number) => string
  degrees: (celsius: number) => string
}

export const GAS_USED: Readonly<Record<NonNullable<LogEntry['gas']>, string>> = {
  argon: 'argon',
  nitrogen: 'nitrogen',
  tablet: 'tablet',
  none: 'no gas',
}

/** An entry of the log in a line. */
export function logWords(entry: LogEntry, { grams, degrees }: Tools): string {
  const parts = [
    entry.celsius === null ? '' : degrees(entry.celsius),
    entry.massG === null ? '' : grams(entry.massG),
    entry.gas ? GAS_USED[entry.gas] : '',
    entry.minutes === null ? '' : `${entry.minutes} min`,
    entry.flowLMin === undefined ? '' : `${entry.flowLMin} l/min`,
    entry.drossBeforeG === undefined ? '' : `dross before ${grams(entry.drossBeforeG)}`,
    entry.drossAfterG === undefined ? '' : `dross after ${grams(entry.drossAfterG)}`,
    entry.airGcm3 === null || entry.vacuumGcm3 === null
      ? ''
      : `${entry.airGcm3} in air, ${entry.vacuumGcm3} in vacuum`,
    entry.text,
  ].filter(Boolean)
  return parts.length > 0 ? `${LOG_WORDS[entry.kind]}: ${parts.join(', ')}` : LOG_WORDS[entry.kind]
}

export const GAS_WORDS: Readonly<Record<GasReason, string>> = {
  damp: 'damp metal in the charge',
  oil: 'oily metal in the charge',
  paint: 'painted metal in the charge',
  thin: 'thin ware in the charge',
  hot: 'over 150 °C of superheat',
  long: 'held over 20 minutes',
  'not-degassed': 'not degassed yet',
}

/** Why a table of temperatures was refused, and what it must look like. */
export const TRACE_FAULTS: Readonly<Record<TemperatureLogFault, string>> = {
  empty: 'is empty.',
  'no-columns': 'has no columns named time and temperature in its first row.',
  'two-readings':
    'Its figures can be read in two ways (1,085: over a thousand, or a little over one). Write them without a mark between thousands. Nothing was changed.',
  'no-readings':
    'holds no readings: the time as 2026-11-23T10:05:00Z or in seconds, the temperature as a figure.',
  'too-long': 'is too long. Save a reading a second, or only this heat.',
}

export const DEVICE_WORDS: Readonly<Record<DeviceKind, { name: string; what: string }>> = {
  thermocouple: { name: 'Thermocouple', what: 'A melt coming to heat.' },
  scale: { name: 'Scale', what: 'A pan with metal on it.' },
  analyser: { name: 'Analyser', what: 'An X-ray gun held to a piece of gunmetal.' },
}

export const FAULT_WORDS: Readonly<Record<DeviceFault, string>> = {
  dropout: 'drops out',
  drift: 'drifts',
  noise: 'flutters',
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
  noisy: 'It flutters too much to be believed. Look at the plug and the cable.',
}
