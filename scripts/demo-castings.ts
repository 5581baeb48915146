import { createHash } from 'node:crypto'
import { blankCast, withCastings, type Cast, type Heat } from '#core/heat'

/** Castings of the demo yard's heats, by number: invented; together they weigh what each heat's castings weigh. */
const CASTINGS: Readonly<Record<number, readonly Partial<Cast>[]>> = {
  1: [
    {
      name: 'Sundial plate',
      fettledG: 1380,
      finishedG: 1352,
      verdict: 'sound',
      workMin: 95,
      note: 'hour lines chased by hand',
    },
  ],
  2: [
    {
      name: 'Lantern finial',
      count: 6,
      grossG: 1278,
      fettledG: 900,
      finishedG: 862,
      verdict: 'sound',
      workMin: 70,
    },
  ],
  3: [{ name: 'Drawer pull', count: 12, fettledG: 820, finishedG: 788, verdict: 'sound', workMin: 120 }],
  5: [{ name: 'Bush for the skiff', count: 8, grossG: 1860, fettledG: 1240, verdict: 'sound' }],
  6: [
    {
      name: 'Deck plate',
      count: 3,
      fettledG: 760,
      verdict: 'blemished',
      fault: 'pits',
      note: 'for the shed door',
    },
  ],
  7: [
    {
      name: 'Cleat',
      count: 2,
      grossG: 1620,
      fettledG: 1080,
      finishedG: 1041,
      verdict: 'sound',
      workMin: 55,
      note: 'a pair',
    },
  ],
  8: [{ name: 'Sundial gnomon', fettledG: 870, finishedG: 849, verdict: 'sound', workMin: 40 }],
  9: [
    { name: 'Drawer pull', count: 8, fettledG: 610, finishedG: 588, verdict: 'sound', workMin: 85 },
    { name: 'Drawer pull', count: 2, fettledG: 150, verdict: 'blemished', fault: 'short' },
  ],
  10: [
    {
      name: 'Fairlead',
      count: 2,
      grossG: 1898,
      fettledG: 1150,
      finishedG: 1112,
      verdict: 'sound',
      workMin: 60,
    },
  ],
  11: [
    {
      name: 'Bearing',
      count: 2,
      fettledG: 640,
      finishedG: 588,
      verdict: 'sound',
      workMin: 75,
      note: 'turned',
    },
    { name: 'Bell clapper', fettledG: 480, finishedG: 471, verdict: 'sound', workMin: 15 },
  ],
  12: [
    {
      name: 'Drawer pull in brass',
      count: 10,
      fettledG: 800,
      finishedG: 771,
      verdict: 'sound',
      workMin: 100,
    },
  ],
}

/** A heat with its castings one by one. */
export function withDemoCastings(heat: Heat): Heat {
  const castings = (CASTINGS[heat.number] ?? []).map((cast, at) => ({
    ...blankCast(idOf(`casting ${heat.number} ${at}`)),
    ...cast,
  }))
  if (castings.length === 0) return heat
  const pour = withCastings(heat.pour, castings)
  if (pour.castingsG !== heat.pour.castingsG)
    throw new Error(`castings of heat ${heat.number} weigh ${pour.castingsG}, not ${heat.pour.castingsG}`)
  return { ...heat, pour }
}

/** What a maker of cleats might reckon, in the yard's currency. */
/** Invented prices of new metal, € for a kilogram. */
export const DEMO_NEW_METAL = { Al: 3.2, Cu: 10.4, Mg: 4.5, Mn: 3.8, Ni: 19, Pb: 2.9, Si: 3.6, Zn: 3.9 }
export const DEMO_SELLING = { consumables: 4.5, ratePerHour: 12, marginPct: 20 }

function idOf(text: string): string {
  const hex = createHash('sha256').update(text).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}
