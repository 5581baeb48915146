import { describe, expect, it } from 'vitest'
import { TABLES } from '#core/records'
// The one table that is none of core's.
import '#formats/label-sheets'

// A table is known once the room that reads it was opened.
const ROOMS = import.meta.glob('../../../core/*/index.ts', { eager: true })

describe('published tables', () => {
  it('every room was opened, and each table that is read by its shape is there', () => {
    expect(Object.keys(ROOMS).length).toBeGreaterThan(20)
    expect(TABLES).toHaveLength(26)
  })
  it('each has its shape, and reading it by that changes nothing', () => {
    for (const { schema, file } of TABLES) expect(schema.parse(file)).toEqual(file)
  })
  it('a table that lacks something, or says something besides, does not', () => {
    for (const { schema, file } of TABLES) {
      const { version: _, ...rest } = file as { version: number }
      expect(schema.safeParse(rest).success).toBe(false)
      expect(schema.safeParse({ ...rest, version: 1, more: 1 }).success).toBe(false)
    }
  })
})
