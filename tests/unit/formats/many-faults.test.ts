import { describe, expect, it } from 'vitest'
import { parseChargeProblem } from '#core/charge'
import { MOST_ISSUES, MOST_SENSELESS, parseWorkspace, REVISION } from '#core/workspace'
import { readWorkspace } from '../../../formats/workspace-json'

/* A hostile file with 100,000 invalid lots: it is refused after counted work, and the first faults are named. */

const HOSTILE = [{}, null, { id: 5, name: [], massG: -1, composition: { Xx: 5 } }]

/** Counts how many of the lots are looked at. */
function watched(lot: unknown) {
  let looks = 0
  const lots = Array.from({ length: 100_000 }, () => {
    if (typeof lot !== 'object' || lot === null) return lot
    return new Proxy(lot, { ownKeys: (target) => (looks++, Reflect.ownKeys(target)) })
  })
  return { lots, looks: () => looks }
}
const shelves = { settings: [], alloys: [], heats: [], gear: [], practices: [] }

describe.each(HOSTILE)('100,000 lots like %j', (lot) => {
  it('as a yard of today: the first faults are named, and no lot after them is looked at', () => {
    const { lots, looks } = watched(lot)
    const head = { format: 'hephaestal/workspace', version: 1, revision: REVISION }
    const read = parseWorkspace({ ...head, ...shelves, lots })
    expect(read).toMatchObject({ ok: false, more: true })
    if (read.ok) return
    expect(read.issues).toHaveLength(MOST_ISSUES)
    expect(read.issues[0]!.path.slice(0, 2)).toEqual(['lots', 0])
    expect(looks()).toBeLessThanOrEqual(MOST_ISSUES)
  })
  it('as a yard of a newer app: counted, most of them unread', () => {
    const lots = Array.from({ length: 100_000 }, () => lot)
    const text = JSON.stringify({ format: 'hephaestal/workspace', version: 1, revision: REVISION + 1, lots })
    const read = readWorkspace(text)
    expect(read).toMatchObject({ ok: false, fault: { kind: 'newer', known: { leftOut: 100_000 } } })
    expect(MOST_SENSELESS).toBeLessThan(1000)
  })
  it('as a charge problem: the first fifty faults', () => {
    const head = { format: 'hephaestal/charge-problem', version: 1 }
    const read = parseChargeProblem({ ...head, lots: Array.from({ length: 100_000 }, () => lot) })
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.issues.length).toBeLessThanOrEqual(50)
  })
})
