import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  knownPart,
  migrateRecord,
  migrateWorkspace,
  REVISION,
  revisionOf,
  workspaceSchema,
} from '#core/workspace'
import { readWorkspace, writeWorkspace, YARD_TEXT_MOST } from '#formats/workspace-json'

/* Yards as the app of each earlier revision saved them, cut to a few records: 0.1.0 (two), 0.2.0, 0.4.0, 0.5.0, 0.6.0 and 0.7.0. */
const sample = (revision: number) => readFileSync(`tests/samples/yard-revision-${revision}.json`, 'utf8')
const SAMPLES = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17]

type Tree = Record<string, unknown>

/** What the second tree has besides the first, by path; throws where anything of the first is otherwise. */
function added(first: unknown, second: unknown, path = ''): string[] {
  if (typeof first !== 'object' || first === null) {
    expect(second, path).toEqual(first)
    return []
  }
  const fresh = Object.keys(second as Tree).filter((key) => !(key in first))
  return [
    ...fresh.map((key) => `${path}/${key}`),
    ...Object.entries(first).flatMap(([key, value]) =>
      added(value, (second as Tree)[key], `${path}/${Array.isArray(first) ? '#' : key}`),
    ),
  ]
}

describe('yards of earlier revisions', () => {
  it.each(SAMPLES)('revision %d opens with all it had, and is saved as today’s', (revision) => {
    const read = readWorkspace(sample(revision))
    expect(read.ok || read.fault).toBe(true)
    if (!read.ok) return
    const old = JSON.parse(sample(revision)) as Tree
    // From the fifth on a file says its revision, which is what is to change.
    delete old.revision
    const known = new Set(added(old, read.workspace))
    // A certainty of a heat that is done was that of each limit.
    const told = (old.heats as Tree[]).some(({ loggedAt, confidence }) => loggedAt && confidence)
    const growth = [
      ...(revision < 2 ? ['/heats/#/confidence', '/heats/#/planLots'] : []),
      ...(revision < 3 ? ['/gear'] : []),
      ...(revision < 4 ? ['/practices'] : []),
      ...(told && revision < 6 ? ['/heats/#/confidenceOf'] : []),
      '/revision',
    ]
    expect([...known].sort()).toEqual(growth.sort())
    const text = writeWorkspace(read.workspace)
    expect(JSON.parse(text).revision).toBe(REVISION)
    const again = readWorkspace(text)
    expect(again.ok && writeWorkspace(again.workspace)).toBe(text)
  })
  it('a heat of the first revision was planned without a margin, from the lots it weighed', () => {
    const read = readWorkspace(sample(1))
    const [heat] = read.ok ? read.workspace.heats : []
    expect(heat!.confidence).toBeNull()
    expect(heat!.planLots).toEqual([...new Set(heat!.weighed.map(({ lotId }) => lotId))])
    expect(heat!.planLots.length).toBeGreaterThan(1)
  })
  it('recoveries told for "other" alloys are those of zinc and of tin, which had no names; a name told is kept', () => {
    const told = { 'other/Al': 0.9, 'other/Cu': 0.97, 'Zn/Al': 0.95, 'red/Sn': 0.99 }
    const [settings] = JSON.parse(sample(9)).settings
    const grown = migrateRecord('settings', { ...settings, overruledRecovery: told }, 9)
    expect(grown).toEqual({
      ...settings,
      overruledRecovery: { 'Zn/Al': 0.95, 'Sn/Al': 0.9, 'Zn/Cu': 0.97, 'Sn/Cu': 0.97, 'red/Sn': 0.99 },
    })
    expect(migrateRecord('settings', grown, 9)).toEqual(grown)
  })
  it('bringing up to date leaves its input alone, and today’s yard as it is', () => {
    const old = JSON.parse(sample(1))
    const before = structuredClone(old)
    const grown = migrateWorkspace(old)
    expect(old).toEqual(before)
    expect(migrateWorkspace(grown)).toBe(grown)
  })
  it.each([
    [null, 1],
    [{}, 1],
    [{ revision: 'x' }, 1],
    [{ revision: 2.5 }, 1],
    [{ revision: 3 }, 3],
  ])('%j says revision %d', (value, revision) => expect(revisionOf(value)).toBe(revision))
})

describe('a yard of a newer app', () => {
  const today = JSON.parse(writeWorkspace(workspaceSchema.parse(migrateWorkspace(JSON.parse(sample(4))))))
  const newer = {
    ...today,
    revision: REVISION + 1,
    lots: today.lots.map((lot: Tree, at: number) =>
      at === 0 ? { ...lot, massG: { grams: 5 } } : { ...lot, magnetism: { strong: true } },
    ),
    heats: today.heats.map((heat: Tree) => ({ ...heat, pour: { ...(heat.pour as Tree), vibratedMin: 3 } })),
    moulds: [{ id: 'x' }, { id: 'y' }],
  }
  it('can be shown without what is not understood, and says how much that is', () => {
    const read = readWorkspace(JSON.stringify(newer))
    expect(read.ok).toBe(false)
    if (read.ok || read.fault.kind !== 'newer') throw new Error('not told as newer')
    const { workspace, leftOut, unknown } = read.fault.known
    expect(workspaceSchema.safeParse(workspace).success).toBe(true)
    expect(workspace.lots.length).toBe(today.lots.length - 1)
    expect(workspace.heats).toEqual(today.heats)
    expect(leftOut).toBe(3)
    expect(unknown.sort()).toEqual(['magnetism', 'moulds', 'vibratedMin'])
  })
  it('a greater file version is newer too; its records may be anything', () => {
    for (const odd of [{}, { lots: 5 }, { lots: [null, 7, 'x', {}], heats: [[]] }]) {
      const read = readWorkspace(JSON.stringify({ format: 'hephaestal/workspace', version: 2, ...odd }))
      expect(!read.ok && read.fault.kind).toBe('newer')
    }
  })
  it('a record that makes no sense without what is unknown is left out, the given one untouched', () => {
    const lot = { ...today.lots[0], massG: 'heavy', spin: 1 }
    expect(knownPart('lots', lot)).toBeNull()
    expect(lot.spin).toBe(1)
  })
})

describe('too much', () => {
  it('a text beyond any yard is refused before it is parsed', () => {
    const read = readWorkspace(' '.repeat(YARD_TEXT_MOST + 1))
    expect(!read.ok && read.fault.kind).toBe('too-large')
  })
})
