import { defineConfig } from 'vitest/config'
import base from './vitest.config'

/** Tests that are to notice a change to a room of core: the room's own. */
export default defineConfig({
  ...base,
  test: { ...base.test, include: [`tests/unit/${process.env.MUTATED_ROOM ?? '*'}/**/*.test.ts`] },
})
