import { SYMBOLS, type Composition } from '#core/composition'

/** What an ingot's label says, readable without the program. */
export interface LabelFacts {
  stamp: string
  heat: string
  alloy: string
  massG: number
  /** wt%, largest first as written */
  assay: Composition
}

const LONGEST = 160
/** No ingot of a hobby furnace is heavier, g. */
const HEAVIEST_G = 1e6

/**
 * The text of a label's QR code: an address that opens the ingot in the app and reads as what it is.
 * @param origin where the app lives
 * @example labelAddress('http://localhost:3000', { stamp: 'H-011-2', heat: 'H-011', alloy: 'C90300', massG: 640, assay: { Cu: 87.9 } })
 *   // 'http://localhost:3000/ingot/H-011-2?heat=H-011&alloy=C90300&g=640&Cu=87.9'
 */
export function labelAddress(origin: string, { stamp, heat, alloy, massG, assay }: LabelFacts): string {
  const search = new URLSearchParams({ heat, alloy, g: String(Math.round(massG)) })
  for (const [element, pct] of Object.entries(assay).sort(([, a], [, b]) => b - a)) {
    const next = new URLSearchParams(search)
    next.set(element, String(Number(pct.toPrecision(3))))
    // A code of more text is too fine to read from a filed stamp.
    if (next.toString().length > LONGEST) break
    search.set(element, next.get(element)!)
  }
  return `${origin}/ingot/${encodeURIComponent(stamp)}?${search}`
}

/**
 * What a label's address says.
 * @returns null for what is no label's address; a mass or a share that makes no sense is left out
 */
export function readLabel(address: string): LabelFacts | null {
  let url: URL
  let stamp: string | undefined
  try {
    url = new URL(address)
    const [, coded] = /\/ingot\/([^/?]+)$/.exec(url.pathname) ?? []
    // A percent sign that codes nothing throws, as an address that is none does.
    stamp = coded && decodeURIComponent(coded)
  } catch {
    return null
  }
  if (!stamp) return null
  const assay: Composition = {}
  for (const [key, value] of url.searchParams) {
    const pct = value === '' ? NaN : Number(value)
    if (SYMBOLS.includes(key) && pct >= 0 && pct <= 100) assay[key] = pct
  }
  const massG = Number(url.searchParams.get('g'))
  return {
    stamp,
    heat: url.searchParams.get('heat') ?? '',
    alloy: url.searchParams.get('alloy') ?? '',
    massG: massG > 0 && massG < HEAVIEST_G ? massG : 0,
    assay,
  }
}
