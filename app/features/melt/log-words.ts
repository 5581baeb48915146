import type { TemperatureLogFault } from '#formats/temperature-csv'
import type { LogEntry, LogKind } from '#core/heat'
import type { GasReason } from '#core/melt'

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
  molten: 'Fully molten',
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
