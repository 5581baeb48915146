import { parseShare, type Parsed } from '#core/units'
import type { ElementReading } from './reading'

/**
 * Reads one figure of an assay as typed: "0.30", "9.8 ± 0.2", "9.8+-0.2", "<0.02".
 * @returns the reading in wt%, or why it could not be read
 * @example parseReading('<0.02') // { ok: true, value: { below: 0.02 } }
 */
export function parseReading(text: string): Parsed<ElementReading> {
  const trimmed = text.trim().replace(/%$/, '')
  if (trimmed.startsWith('<')) {
    const below = share(trimmed.slice(1))
    return below.ok ? { ok: true, value: { below: below.value } } : below
  }
  const [figure = '', spread] = trimmed.split(/±|\+\/?-/)
  const pct = share(figure)
  if (!pct.ok) return pct
  if (spread === undefined) return { ok: true, value: { pct: pct.value, sd: null } }
  const sd = share(spread)
  return sd.ok ? { ok: true, value: { pct: pct.value, sd: sd.value } } : sd
}

function share(text: string): Parsed<number> {
  const parsed = parseShare(text)
  if (!parsed.ok) return parsed
  if (parsed.value < 0) return { ok: false, problem: 'negative' }
  return parsed.value > 100 ? { ok: false, problem: 'too-large' } : parsed
}

/**
 * An assay figure as it is typed back.
 * @example formatReading({ pct: 9.8, sd: 0.2 }) // '9.8 ± 0.2'
 */
export function formatReading(reading: ElementReading): string {
  if ('below' in reading) return `<${reading.below}`
  return reading.sd === null ? String(reading.pct) : `${reading.pct} ± ${reading.sd}`
}
