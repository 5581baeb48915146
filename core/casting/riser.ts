import table from '#data/risers.json'

export interface RiserAsk {
  /** of the section it feeds, mm */
  modulusMm: number
  /** all metal it feeds, cm³ */
  volumeCm3: number
  /** height over diameter */
  heightOverDiameter: number
  /** stands on the casting: the foot does not cool */
  onTop: boolean
  /** volume the metal loses on freezing, % */
  freezingShrinkagePct: number
}

export interface Riser {
  diameterMm: number
  heightMm: number
  volumeCm3: number
  /** which of the two rules asked for the size */
  ruledBy: 'freezes last' | 'feeds enough'
}

/** Volume over cooling surface of a cylinder of diameter 1. */
function cylinderModulus(heightOverDiameter: number, onTop: boolean): number {
  const ends = onTop ? 1 / 4 : 1 / 2
  return heightOverDiameter / 4 / (ends + heightOverDiameter)
}

/**
 * The smallest cylinder riser that freezes after the section it feeds and holds enough to feed it.
 * @returns mm and cm³
 * @throws RangeError for figures that are not above zero
 * @source foundry textbooks, in data/risers.json: modulus at least 1.2 times the section's; an open riser gives up
 *   about 14 % of its metal, and must cover what casting and riser lose on freezing
 * @example riserFor({ modulusMm: 5, volumeCm3: 50, heightOverDiameter: 1, onTop: true, freezingShrinkagePct: 6.5 }).ruledBy // 'feeds enough'
 */
export function riserFor({
  modulusMm,
  volumeCm3,
  heightOverDiameter,
  onTop,
  freezingShrinkagePct,
}: RiserAsk): Riser {
  if (!(modulusMm > 0) || !(volumeCm3 >= 0) || !(heightOverDiameter > 0))
    throw new RangeError('a riser needs a section, a volume and a height')
  const { modulusFactor, feedEfficiency } = table
  const lost = freezingShrinkagePct / 100
  const byModulus = (modulusFactor * modulusMm) / cylinderModulus(heightOverDiameter, onTop)
  // It gives up its share of itself: share · V = lost · (casting + V).
  const volumeToFeed = (lost * volumeCm3) / (feedEfficiency - lost)
  const byVolume = 10 * Math.cbrt((4 * volumeToFeed) / (Math.PI * heightOverDiameter))
  const diameterMm = Math.max(byModulus, byVolume)
  const heightMm = heightOverDiameter * diameterMm
  return {
    diameterMm,
    heightMm,
    volumeCm3: ((Math.PI / 4) * diameterMm ** 2 * heightMm) / 1000,
    ruledBy: byModulus >= byVolume ? 'freezes last' : 'feeds enough',
  }
}
/**
 * Whether a riser of such sizes freezes before what it feeds.
 * @param modulusMm of the section it feeds
 * @returns its modulus over the section's, and whether that is under what foundry textbooks ask
 * @source data/risers.json: modulus at least 1.2 times the section's
 * @example riserFreezesFirst({ diameterMm: 20, heightMm: 30 }, 8).short // true
 */
export function riserFreezesFirst(
  { diameterMm, heightMm }: { diameterMm: number; heightMm: number },
  modulusMm: number,
): { ratio: number; short: boolean } {
  if (!(diameterMm > 0) || !(heightMm > 0) || !(modulusMm > 0)) return { ratio: 0, short: true }
  const ratio = (diameterMm * cylinderModulus(heightMm / diameterMm, false)) / modulusMm
  return { ratio, short: ratio < table.modulusFactor }
}

export const RISER_SOURCE = table.source
