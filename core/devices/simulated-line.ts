import * as z from 'zod'
import { DEVICE_KINDS } from './line'
import { FAULTS } from './faults'
import { simulateAnalyser, simulateScale, simulateThermocouple } from './simulate'

const celsius = z.coerce.number().min(0).max(2000)

/** What is asked of a pretended instrument; the same for the server and the browser. */
export const deviceQuerySchema = z.strictObject({
  kind: z.enum(DEVICE_KINDS),
  faults: z
    .string()
    .max(60)
    .default('')
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(z.enum(FAULTS)).max(FAULTS.length)),
  fromC: celsius.default(20),
  toC: celsius.default(1100),
  tauS: z.coerce.number().min(1).max(3600).default(60),
  /** 0: it does not freeze */
  freezesC: celsius.default(0),
  overC: celsius.default(0),
  loadG: z.coerce.number().min(0).max(100_000).default(500),
  tareG: z.coerce.number().min(0).max(100_000).default(0),
  /** `Cu:88,Sn:10,Zn:2` */
  metal: z
    .string()
    .max(400)
    .regex(/^[A-Z][a-z]?:\d{1,3}(\.\d{1,6})?(,[A-Z][a-z]?:\d{1,3}(\.\d{1,6})?)*$/)
    .default('Cu:88,Sn:10,Zn:2'),
})
export type DeviceQuery = z.infer<typeof deviceQuerySchema>

/**
 * The line a pretended instrument sends at a moment.
 * @param seconds since it was switched on
 * @param random numbers from 0 up to 1
 */
export function simulatedLine(query: DeviceQuery, seconds: number, random: () => number): string {
  const running = { seconds, faults: query.faults, random }
  if (query.kind === 'thermocouple') return simulateThermocouple(query, running)
  if (query.kind === 'scale') return simulateScale(query, running)
  const composition = Object.fromEntries(
    query.metal.split(',').map((part) => {
      const [symbol = '', pct] = part.split(':')
      return [symbol, Number(pct)]
    }),
  )
  return simulateAnalyser({ composition }, running)
}
