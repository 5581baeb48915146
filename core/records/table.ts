import type * as z from 'zod'

/** Every published table that was read, with the shape it has to have. */
export const TABLES: { schema: z.ZodType; file: unknown }[] = []

/**
 * A published table by its shape. Tables ship with the program, so that they are held against their shapes once, by
 * the tests, and not at every start of the page and of each worker.
 * @param schema without anything that changes what it reads
 */
export function tableOf<Schema extends z.ZodType>(schema: Schema, file: unknown): z.output<Schema> {
  TABLES.push({ schema, file })
  return file as z.output<Schema>
}
