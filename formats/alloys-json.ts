import * as z from 'zod'
import { alloySchema, type Alloy } from '#core/alloys'

/** `hephaestal/alloys`, version 1: target alloys in a file of their own. */
export const alloysFileSchema = z.strictObject({
  format: z.literal('hephaestal/alloys'),
  version: z.literal(1),
  alloys: z.array(alloySchema).min(1).max(500),
})

/** Alloys as the text of a file. */
export function writeAlloys(alloys: readonly Alloy[]): string {
  return `${JSON.stringify({ format: 'hephaestal/alloys', version: 1, alloys }, null, 2)}\n`
}

/**
 * Alloys from the text of a file.
 * @returns the alloys, or where the first fault stands and what it is
 */
export function readAlloys(
  text: string,
): { ok: true; alloys: Alloy[] } | { ok: false; path: string; message: string } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { ok: false, path: '', message: 'This file is not JSON, or is cut off.' }
  }
  const parsed = alloysFileSchema.safeParse(value)
  if (parsed.success) return { ok: true, alloys: parsed.data.alloys }
  const [issue] = parsed.error.issues
  return { ok: false, path: issue!.path.map(String).join(' › '), message: issue!.message }
}
