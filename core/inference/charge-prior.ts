import { mainElement, UNIDENTIFIED, type Composition, type Spread } from '#core/composition'

/** One lot as it was weighed in, and how well it is known. */
export interface PriorLine {
  /** lines of one lot err together */
  lotId: string
  massG: number
  /** fraction 0–1 */
  metallicYield: number
  /** wt% with one standard deviation; the element it holds most of makes up the rest */
  composition: Composition
  sd: Spread
  /** one standard deviation of its weight, g; the scale's where left out */
  weighErrorG?: number
}

export interface PriorAsk {
  lines: readonly PriorLine[]
  /** fraction of each element that ends in the melt; with its spread where it was learned */
  recovery: Readonly<Record<string, number>>
  recoverySd?: Readonly<Record<string, number>>
  /** zinc that the furnace log speaks for having gone up, g */
  loggedZincG?: number | null
  /** elements that something was read of, in the lots or not, and how much of each there may be at the most, wt% */
  alsoSeen?: Readonly<Record<string, number>>
}

/** What the charge lets expect of a melt: grams of each element, normal, and how they hang together. */
export interface CompositionPrior {
  elements: string[]
  meanG: number[]
  /** g² */
  covariance: number[][]
  /** elements that no lot names: the charge says nothing of them */
  unnamed?: string[]
}

/** One standard deviations where nothing better is known. Engineering estimates. */
const DOUBT = {
  /** what does not stay of an element, as a share of the loss, and at least so much of the element */
  solid: 0.5,
  leastRecovery: 0.003,
  volatile: { Zn: 0.03, Mg: 0.08, P: 0.15, Cd: 0.1 } as Readonly<Record<string, number>>,
  loggedLoss: 0.5,
  /** what is not metal of a scrap, as a share of it */
  dirt: 0.5,
  leastYield: 0.002,
  weighingG: 0.3,
  weighingShare: 0.001,
  /** an element that no lot names, as a share of what was seen of it */
  unnamed: 2,
}
/** What is hardly there and known to be so is not followed, as a share of the melt. */
const TRACE = 1e-6
/** Keeps figures that are known exactly from making the covariance singular, as a share of the melt. */
const JITTER = 1e-6

/**
 * What a melt is expected to be, from what was weighed in: lots with their spreads, yields, recoveries, and what the log
 * says of the zinc. An element no lot names is taken as absent unless something was read of it.
 * @throws RangeError where nothing was weighed in
 * @source first-order propagation of independent causes (textbooks; from memory); doubts are engineering estimates
 * @example chargePrior({ lines: [{ lotId: 'a', massG: 100, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: { Sn: 0.5 } }], recovery: {} }).meanG // [90, 10]
 */
export function chargePrior({
  lines,
  recovery,
  recoverySd = {},
  loggedZincG,
  alsoSeen = {},
}: PriorAsk): CompositionPrior {
  const metalG = lines.reduce((sum, { massG, metallicYield }) => sum + massG * metallicYield, 0)
  if (!(metalG > 0)) throw new RangeError('nothing was weighed in')
  const broughtG = bringing(lines)
  const followed = (symbol: string) =>
    (broughtG[symbol] ?? 0) > TRACE * metalG || lines.some(({ sd }) => (sd[symbol] ?? 0) > 0)
  const named = [...new Set([...Object.keys(broughtG), ...lines.flatMap(({ sd }) => Object.keys(sd))])]
  const elements = [...new Set([...named.filter(followed), ...Object.keys(alsoSeen)])]
  const unnamed = elements.filter((symbol) => !named.includes(symbol))
  const at = new Map(elements.map((symbol, index) => [symbol, index]))
  const stays = (symbol: string) => recovery[symbol] ?? 1
  const meanG = elements.map((symbol) => (broughtG[symbol] ?? 0) * stays(symbol))
  const covariance = elements.map(() => elements.map(() => 0))
  /** One cause, by what one standard deviation of it does to each element, g. */
  const cause = (does: Readonly<Record<string, number>>) => {
    for (const one in does) {
      const row = covariance[at.get(one) ?? -1]
      if (!row) continue
      for (const other in does) {
        const column = at.get(other)
        if (column !== undefined) row[column]! += does[one]! * does[other]!
      }
    }
  }
  for (const doing of [...ofLots(lines, stays), ...ofWeights(lines, stays)]) cause(doing)
  elements.forEach((symbol, index) => {
    const brought = broughtG[symbol] ?? 0
    if (brought > 0) {
      const sd = recoverySd[symbol] ?? recoveryDoubt(symbol, stays(symbol))
      const loss = lossOf(brought, stays(symbol), sd, symbol === 'Zn' ? (loggedZincG ?? null) : null)
      meanG[index] = brought - loss.g
      cause({ [symbol]: loss.sdG })
    }
    if (unnamed.includes(symbol))
      cause({ [symbol]: (DOUBT.unnamed * (alsoSeen[symbol] ?? 0) * metalG) / 100 })
    covariance[index]![index]! += (JITTER * metalG) ** 2
  })
  return { elements, meanG, covariance, unnamed }
}

/** Grams of each element that come in as metal, what nobody named among them. */
function bringing(lines: readonly PriorLine[]): Record<string, number> {
  const broughtG: Record<string, number> = {}
  for (const { massG, metallicYield, composition } of lines) {
    let namedPct = 0
    for (const [symbol, pct] of Object.entries(composition)) {
      if (symbol === UNIDENTIFIED) continue
      broughtG[symbol] = (broughtG[symbol] ?? 0) + (massG * metallicYield * pct) / 100
      namedPct += pct
    }
    const unnamedG = (massG * metallicYield * (100 - namedPct)) / 100
    if (unnamedG > TRACE * massG) broughtG[UNIDENTIFIED] = (broughtG[UNIDENTIFIED] ?? 0) + unnamedG
  }
  return broughtG
}

type Stays = (symbol: string) => number
type Does = Record<string, number>

/** What each lot's shares do when they are off: the element it holds most of makes up for it. */
function ofLots(lines: readonly PriorLine[], stays: Stays): Does[] {
  const lots = new Map<string, { metalG: number; line: PriorLine }>()
  for (const line of lines) {
    const known = lots.get(line.lotId)
    const metalG = line.massG * line.metallicYield
    lots.set(line.lotId, { metalG: (known?.metalG ?? 0) + metalG, line })
  }
  return [...lots.values()].flatMap(({ metalG, line: { composition, sd } }) => {
    const base = mainElement(composition)
    return Object.entries(sd).flatMap(([symbol, spread]): Does[] => {
      if (symbol === base || !(spread > 0)) return []
      const off = (metalG * spread) / 100
      return [{ [symbol]: off * stays(symbol), ...(base ? { [base]: -off * stays(base) } : {}) }]
    })
  })
}

/** What a line's weight and its metallic yield do when they are off: more or less of all it brings. */
function ofWeights(lines: readonly PriorLine[], stays: Stays): Does[] {
  return lines.flatMap(({ massG, metallicYield, composition, weighErrorG }) => {
    const shares = Object.entries(composition).filter(([symbol]) => symbol !== UNIDENTIFIED)
    const more = (metalG: number): Does =>
      Object.fromEntries(shares.map(([symbol, pct]) => [symbol, (metalG * pct * stays(symbol)) / 100]))
    const dirt = Math.max(DOUBT.leastYield, DOUBT.dirt * (1 - metallicYield))
    const scale = weighErrorG ?? Math.max(DOUBT.weighingG, DOUBT.weighingShare * massG)
    return [more(massG * dirt), more(scale * metallicYield)]
  })
}

const recoveryDoubt = (symbol: string, stays: number): number =>
  DOUBT.volatile[symbol] ?? Math.max(DOUBT.leastRecovery, DOUBT.solid * (1 - stays))

/** What is lost of an element: what usually is, drawn together with what the log says of it. */
function lossOf(
  brought: number,
  stays: number,
  sd: number,
  loggedG: number | null,
): { g: number; sdG: number } {
  const usual = { g: brought * (1 - stays), sdG: brought * sd }
  if (loggedG === null) return usual
  const logged = { g: loggedG, sdG: Math.max(DOUBT.loggedLoss * loggedG, 0.01 * brought) }
  const [one, other] = [1 / usual.sdG ** 2, 1 / logged.sdG ** 2]
  return { g: (usual.g * one + logged.g * other) / (one + other), sdG: Math.sqrt(1 / (one + other)) }
}
