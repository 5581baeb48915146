import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/rehearsal.json'

const positive = z.number().positive()
const share = z.number().min(0).max(1)

/** How a rehearsed melt answers to what is done with it. */
export const ANSWERS = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string().min(1),
    mouth: z.strictObject({ emissivity: share, lidLets: share }),
    dross: z.strictObject({
      gPerCm2Min: z.record(z.string(), positive),
      doublesEveryC: positive,
      /** turned under by a stir without a skim before, g for each g of melt */
      stirG: positive,
      /** of what is skimmed, so much is metal */
      metalShare: share,
    }),
    gas: z.strictObject({
      atm: positive,
      tauMin: positive,
      degasTauMin: positive,
      floorAtm: positive,
      soundCm3: positive,
      poresCm3: positive,
    }),
    flare: z.strictObject({ overAtm: positive, lostShare: share }),
    cold: z.strictObject({ spatsShare: share }),
    oxygen: z.strictObject({ sound: z.literal('phosphorus') }),
    skins: z.strictObject({ gPerKg: positive }),
    pour: z.strictObject({ liftS: positive }),
  }),
  file,
)
