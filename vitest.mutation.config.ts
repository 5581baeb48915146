import { defineConfig } from 'vitest/config'
import base from './vitest.config'

const { projects: _, ...test } = base.test ?? {}

const room = process.env.MUTATED_ROOM ?? '*'
/** Rooms that are tried where they are used. */
const ELSEWHERE: Partial<Record<string, readonly string[]>> = {
  charge: ['truth/odds.test.ts', 'truth/remedies.test.ts'],
  relay: ['server/group', 'features/group.test.ts', 'sync/shared-yard.test.ts'],
  sync: ['merge/one-rule.test.ts', 'server/group', 'features/group.test.ts'],
}
const inUnit = (name: string) => `tests/unit/${name}${name.endsWith('.ts') ? '' : '/**/*.test.ts'}`

/** Tests that are to notice a change to a room of core: the room's own, and those that hold every shape and table. */
export default defineConfig({
  ...base,
  test: {
    ...test,
    include: [
      ...[room, ...(ELSEWHERE[room] ?? [])].map(inUnit),
      'tests/unit/formats/json-schemas.test.ts',
      'tests/unit/records/tables.test.ts',
    ],
  },
})
