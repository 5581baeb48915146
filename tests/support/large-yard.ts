import type { Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { seeded } from './random-problem'

/** The parts of a yard's file that grow. */
export interface GrowingYard {
  lots: Lot[]
  heats: Heat[]
}

const DAY_MS = 86_400_000
const BEGAN = Date.parse('2021-01-01T08:00:00.000Z')
/** Lots lie in the yard for a while: a heat takes from those bought about its time. */
const AROUND = 12

/**
 * A seeded yard of many years, grown from a small one: its lots bought over and over, its logged heats melted again
 * from the lots of their time, measured a little otherwise. Its own lots and open heats stay, the heats at the end.
 * @param small whose lots and heats are the patterns
 */
export function largeYard<Y extends GrowingYard>(small: Y, lotCount = 2000, heatCount = 5000, seed = 1): Y {
  const random = seeded(seed)
  const hex = (count: number) =>
    Array.from({ length: count }, () => Math.floor(16 * random()).toString(16)).join('')
  const id = () => `${hex(8)}-${hex(4)}-4${hex(3)}-a${hex(3)}-${hex(12)}`
  const about = (value: number, share: number) => value * (1 + share * (2 * random() - 1))
  const stampOf = (ms: number) => new Date(ms).toISOString()

  const lots = Array.from({ length: lotCount }, (_, at): Lot => {
    const pattern = small.lots[at % small.lots.length]!
    const time = stampOf(BEGAN + ((5 * 365 * at) / lotCount) * DAY_MS)
    return {
      ...structuredClone(pattern),
      id: id(),
      name: `${pattern.name} ${at + 1}`,
      createdAt: time,
      updatedAt: time,
      originHeatId: null,
    }
  })
  const logged = small.heats.filter(({ loggedAt, weighed }) => loggedAt && weighed.length > 0)
  const heats = Array.from({ length: heatCount }, (_, at): Heat => {
    const pattern = structuredClone(logged[at % logged.length]!)
    const ms = BEGAN + ((5 * 365 * at) / heatCount) * DAY_MS
    const time = stampOf(ms)
    const middle = (at / heatCount) * lotCount
    const near = (name: string) => {
      const kin = lots
        .slice(Math.max(0, middle - AROUND * small.lots.length), middle + AROUND * small.lots.length)
        .filter((lot) => lot.name.startsWith(name))
      return kin[Math.floor(random() * kin.length)]
    }
    return {
      ...pattern,
      id: id(),
      number: at + 1,
      title: `${pattern.title} ${at + 1}`,
      date: time.slice(0, 10),
      createdAt: time,
      updatedAt: time,
      loggedAt: time,
      weighed: pattern.weighed.map((line) => {
        const lot = near(line.name)
        return { ...line, at: time, massG: Math.round(about(line.massG, 0.1)), lotId: lot?.id ?? id() }
      }),
      assays: pattern.assays.map((assay) => ({
        ...assay,
        id: id(),
        at: time,
        readings: Object.fromEntries(
          Object.entries(assay.readings).map(([symbol, reading]) => [
            symbol,
            'pct' in reading ? { ...reading, pct: Number(about(reading.pct, 0.02).toFixed(3)) } : reading,
          ]),
        ),
      })),
      pour: {
        ...pattern.pour,
        ingots: pattern.pour.ingots.map((ingot, n) => ({
          ...ingot,
          id: id(),
          stamp: `H-${String(at + 1).padStart(3, '0')}-${n + 1}`,
        })),
      },
    }
  })
  const open = small.heats
    .filter(({ loggedAt }) => !loggedAt)
    .map((heat, at) => ({ ...heat, number: heatCount + at + 1 }))
  return { ...small, lots: [...small.lots, ...lots], heats: [...heats, ...open] }
}
