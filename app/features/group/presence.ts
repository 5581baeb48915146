import { z } from 'zod'

/** Where a device is, as it tells the others that are here. */
export const presenceSchema = z.object({
  device: z.string().max(64),
  /** what the screen that is open is called there, and the number of the heat it is of */
  place: z.string().max(80).optional(),
  heat: z.number().int().optional(),
  /** the step of the melt it stands at, counted from one, and how many there are */
  step: z.number().int().optional(),
  steps: z.number().int().optional(),
  /** the heat's melt is followed there */
  melt: z.boolean().optional(),
  /** how long ago it was last used, s */
  idleS: z.number().min(0),
})
export type Presence = z.infer<typeof presenceSchema>

/** What devices that are here say to each other and nobody keeps. */
export const passingSchema = z.discriminatedUnion('is', [
  z.object({ is: z.literal('presence'), presence: presenceSchema }),
  /** all that a device has heard and written, as a short sign: who has the same sign has the same yard */
  z.object({ is: z.literal('heads'), from: z.string().max(64), sign: z.string().max(64) }),
  /** a device is asked to open a heat, where it is weighed or melted */
  z.object({
    is: z.literal('come'),
    from: z.string().max(64),
    to: z.string().max(64),
    heat: z.number().int(),
    stage: z.enum(['scale', 'melt']),
  }),
  /** a picture is wanted, a small one or as it is */
  z.object({ is: z.literal('wanted'), photo: z.string().max(64), small: z.boolean() }),
  z.object({ is: z.literal('photo'), photo: z.string().max(64), small: z.boolean(), data: z.string() }),
])
export type Passing = z.infer<typeof passingSchema>
