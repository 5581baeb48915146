import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/glossary.json'

const termSchema = z.strictObject({
  id: z.string(),
  term: z.string(),
  text: z.string(),
  /** also a word of every day: explained on the glossary page, not marked in texts */
  everyday: z.literal(true).exactOptional(),
})
/** A term of the trade with its explanation, one sentence. */
export type Term = z.infer<typeof termSchema>

const table = tableOf(
  z.strictObject({ version: z.number(), source: z.string(), terms: z.array(termSchema) }),
  file,
)
/** The terms, in the order a glossary page groups them. */
export const GLOSSARY: readonly Term[] = table.terms
export const GLOSSARY_SOURCE = table.source
