import { defineConfig } from 'vitest/config'
import base from './vitest.config'

const { projects: _, ...test } = base.test ?? {}

/** Tests that are to notice a change to a room of core: the room's own. */
export default defineConfig({
  ...base,
  test: { ...test, include: [`tests/unit/${process.env.MUTATED_ROOM ?? '*'}/**/*.test.ts`] },
})
