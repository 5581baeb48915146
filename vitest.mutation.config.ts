import { defineConfig } from 'vitest/config'
import base from './vitest.config'

const { projects: _, ...test } = base.test ?? {}

/** Tests that are to notice a change to a room of core: the room's own, and those that hold every shape and table. */
export default defineConfig({
  ...base,
  test: {
    ...test,
    include: [
      `tests/unit/${process.env.MUTATED_ROOM ?? '*'}/**/*.test.ts`,
      'tests/unit/formats/json-schemas.test.ts',
      'tests/unit/records/tables.test.ts',
    ],
  },
})
