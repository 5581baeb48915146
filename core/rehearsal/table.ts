import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/rehearsal.json'

const positive = z.number().positive()
const share = z.number().min(0).max(1)
const chances = z.partialRecord(
  z.enum(['damp', 'weeps', 'gas-low', 'helper-late', 'probe-out', 'probe-drifts']),
  share,
)

/** How a rehearsed melt answers to what is done with it. */
export const ANSWERS = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string().min(1),
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
      poresCm3: positive,
      /** in the charge as it melts */
      beginsCm3: positive,
    }),
    flare: z.strictObject({ overAtm: positive, lostShare: share }),
    cold: z.strictObject({ spatsShare: share }),
    skins: z.strictObject({ gPerKg: positive }),
    /** of a reduced-pressure test, % for each cm³ of hydrogen above so much in 100 g */
    densityIndex: z.strictObject({ perCm3: positive, fromCm3: positive }),
    /** an analyser shows no less, wt% */
    assay: z.strictObject({ leastPct: positive }),
    /** a crucible that lets metal through loses so much of it a minute */
    weeps: z.strictObject({ shareMin: share }),
    /** the fire falls to so much, and another bottle is on after so long */
    gasLow: z.strictObject({ falls: share, changeS: positive }),
    mishaps: z.strictObject({
      chances: z.strictObject({ nothing: chances, usual: chances, much: chances }),
      /** tries of the probe to drop out, and how long */
      dropouts: z.number().int().min(1),
      dropoutS: positive,
      driftCMin: z.number(),
      /** the helper comes so long after the metal is ready, and says so before */
      helperS: positive,
      toldBeforeS: positive,
    }),
  }),
  file,
)
