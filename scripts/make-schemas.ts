/* Writes docs/schemas/ from the schemas of core. Run with: npx tsx scripts/make-schemas.ts */
import { writeFileSync } from 'node:fs'
import { jsonSchemas } from '#formats/json-schemas'

for (const [name, schema] of Object.entries(jsonSchemas()))
  writeFileSync(
    new URL(`../docs/schemas/${name}.json`, import.meta.url),
    JSON.stringify(schema, null, 2) + '\n',
  )
