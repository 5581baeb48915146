import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { jsonSchemas } from '#formats/json-schemas'

describe('published schemas', () => {
  it.each(Object.entries(jsonSchemas()))('docs/schemas/%s.json is what core says today', (name, schema) => {
    const published = JSON.parse(readFileSync(`docs/schemas/${name}.json`, 'utf8'))
    expect(published).toEqual(JSON.parse(JSON.stringify(schema)))
    expect(published.additionalProperties).toBe(false)
  })
})
