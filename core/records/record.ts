import * as z from 'zod'

/** What every stored record carries. Times are ISO 8601 in UTC. */
export const recordFields = {
  id: z.uuid(),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
}
