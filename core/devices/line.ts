import { SYMBOLS } from '#core/composition'
import { GRAMS_PER, parseTemperature, type MassUnit } from '#core/units'

/** The instruments that can be connected. */
export const DEVICE_KINDS = ['thermocouple', 'scale', 'analyser'] as const
export type DeviceKind = (typeof DEVICE_KINDS)[number]

/** One reading, in the units of the core, whatever the line was written in. */
export type DeviceReading =
  | { kind: 'thermocouple'; celsius: number }
  | { kind: 'scale'; massG: number; steady: boolean }
  | { kind: 'analyser'; elements: Record<string, { pct: number; sd: number } | { below: number }> }

/** Why a line is no reading: the instrument says so itself, or it cannot be read. */
export type LineFault = 'open' | 'overload' | 'unreadable'

const TEMPERATURE = /^T (-?\d+(?:\.\d+)? [CF])$/
const MASS = /^M (-?\d+(?:\.\d+)?) (g|kg|oz|lb) ([SU])$/
const ELEMENT = /^([A-Z][a-z]?)(?:=(\d+(?:\.\d+)?)~(\d+(?:\.\d+)?)|<(\d+(?:\.\d+)?))$/
const LONGEST = 2000

/**
 * Reads a line as an instrument sends it: `T 1043.2 C`, `T open`; `M 30.4 g S` (steady) or `U`, `M over`;
 * `X Cu=88.10~0.60 Pb<0.02` (wt% with one standard deviation, or below what it can see), `X open`.
 * @example parseLine('thermocouple', 'T 212 F') // { kind: 'thermocouple', celsius: 100 }
 */
export function parseLine(kind: DeviceKind, line: string): DeviceReading | LineFault {
  const text = line.trim()
  if (text.length > LONGEST) return 'unreadable'
  if (kind === 'thermocouple') return temperature(text)
  if (kind === 'scale') return mass(text)
  return analysis(text)
}

function temperature(text: string): DeviceReading | LineFault {
  if (text === 'T open') return 'open'
  const [, figure] = TEMPERATURE.exec(text) ?? []
  const read = figure ? parseTemperature(figure, 'C', '.') : null
  return read?.ok ? { kind: 'thermocouple', celsius: read.value } : 'unreadable'
}

function mass(text: string): DeviceReading | LineFault {
  if (text === 'M over') return 'overload'
  const [, figure, unit, still] = MASS.exec(text) ?? []
  if (!figure) return 'unreadable'
  return { kind: 'scale', massG: Number(figure) * GRAMS_PER[unit as MassUnit], steady: still === 'S' }
}

function analysis(text: string): DeviceReading | LineFault {
  if (text === 'X open') return 'open'
  const [mark, ...parts] = text.split(/\s+/)
  if (mark !== 'X' || parts.length === 0) return 'unreadable'
  const elements: Record<string, { pct: number; sd: number } | { below: number }> = {}
  for (const part of parts) {
    const [, symbol, pct, sd, below] = ELEMENT.exec(part) ?? []
    if (!symbol || !SYMBOLS.includes(symbol) || Object.hasOwn(elements, symbol)) return 'unreadable'
    elements[symbol] = below === undefined ? { pct: Number(pct), sd: Number(sd) } : { below: Number(below) }
  }
  const sum = Object.values(elements).reduce((total, one) => total + ('pct' in one ? one.pct : 0), 0)
  // Each figure has its own error: the sum of a faulty gun may well pass 100.
  return sum <= 130 ? { kind: 'analyser', elements } : 'unreadable'
}
