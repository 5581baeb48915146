import * as z from 'zod'
import { FUEL_IDS } from '#core/gear'
import { tableOf } from '#core/records'
import file from '#data/furnace-model.json'

const positive = z.number().positive()
const factor = z.number().gt(1)
const source = z.string().min(1)

const fuelTraitsSchema = z.strictObject({
  /** share of the heat put in that enters the chamber and stays there, and the factor of one standard deviation */
  enters: z.number().gt(0).lt(1),
  entersFactor: factor,
  /** of what enters, what goes to the charge without the lining */
  direct: z.number().min(0).lt(1),
  /** heat capacity of the lining, kJ/K */
  liningKJK: positive,
  /** where it would stand at full power for ever, °C */
  hottestC: positive,
  /** time in which a change of power is two thirds there, s */
  responseS: positive,
})
export type FuelTraits = z.infer<typeof fuelTraitsSchema>

export const FURNACE_MODEL = tableOf(
  z.strictObject({
    version: z.number(),
    source,
    fuels: z.record(z.enum(FUEL_IDS), fuelTraitsSchema),
    liningFactor: factor,
    hottestSpreadC: positive,
    drive: z.strictObject({ celsius: positive, factor, source }),
    liningAheadC: z.strictObject({ celsius: positive, spread: positive, source }),
    readingC: z.strictObject({ value: positive, source }),
    openAir: z.strictObject({
      emissivity: z.number().gt(0).lte(1),
      /** outside of a crucible for its mouth: wall, bottom and mouth of a pot a quarter taller than wide */
      outsidePerMouth: positive,
      /** of what so hot an outside would radiate, what the melt loses: the wall runs colder */
      meltShare: z.number().gt(0).lte(1),
      source,
    }),
    /** the furnace's mouth with its lid off */
    mouth: z.strictObject({
      emissivity: z.number().gt(0).lte(1),
      /** of what a melt radiates, what gets past a lid that is on */
      lidLets: z.number().min(0).lt(1),
      /** open chamber beside the crucible, for its mouth */
      chamberPerMouth: positive,
      source,
    }),
  }),
  file,
)
