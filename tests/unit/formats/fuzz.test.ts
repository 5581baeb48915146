import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { parseChargeProblem } from '#core/charge'
import { workspaceSchema } from '#core/workspace'
import { readAlloys } from '#formats/alloys-json'
import { readAssays } from '#formats/assay-csv'
import { readTable, writeStock } from '#formats/stock-csv'
import { readTemperatureLog } from '#formats/temperature-csv'
import { readWorkspace, writeWorkspace } from '#formats/workspace-json'
import { readYardZip, writeYardZip } from '#formats/workspace-zip'
import { randomProblem, seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

const yard = workspaceSchema.parse({
  ...demo,
  heats: demo.heats.slice(0, 1),
  lots: demo.lots.slice(0, 2),
  gear: demo.gear.slice(0, 2),
})
/** `npm run reliability` tries five times as many. */
const TIMES = many(5, 1)
const NOW = '2026-11-23T10:00:00.000Z'
const POISON = [
  '',
  '-5',
  'NaN',
  '1e999',
  'null',
  '[]',
  '{}',
  '"',
  '\u0000',
  '\u202Eabc',
  '<script>',
  '__proto__',
  '=1+1',
  '9'.repeat(400),
]

/** A text with some of it cut, doubled, swapped or poisoned. */
function damaged(text: string, random: () => number): string {
  let result = text
  for (let cuts = 1 + Math.floor(random() * 3); cuts > 0; cuts--) {
    const at = Math.floor(random() * result.length)
    const length = Math.floor(random() * 40)
    const way = Math.floor(random() * 4)
    const poison = POISON[Math.floor(random() * POISON.length)]!
    if (way === 0) result = result.slice(0, at) + result.slice(at + length)
    else if (way === 1) result = result.slice(0, at) + poison + result.slice(at)
    else if (way === 2) result = result.slice(0, at) + poison + result.slice(at + length)
    else result = result.slice(0, at) + result.slice(at, at + length) + result.slice(at)
  }
  return result
}

/** A tree with one leaf or branch put in another's place. */
function warped(value: unknown, random: () => number): unknown {
  const copy = structuredClone(value)
  let at = copy as Record<string, unknown>
  for (let depth = 0; depth < 12; depth++) {
    const keys = Object.keys(at)
    if (keys.length === 0) break
    const key = keys[Math.floor(random() * keys.length)]!
    const next = at[key]
    if (next && typeof next === 'object' && random() < 0.8) at = next as Record<string, unknown>
    else {
      at[key] = [null, -1, 1e308, 'x', [], {}, true, '9'.repeat(200), { toString: 1 }][
        Math.floor(random() * 9)
      ]
      break
    }
  }
  return copy
}

const says = (read: { ok: boolean }) => expect(typeof read.ok).toBe('boolean')

describe('damaged files are read or refused, never thrown, and never half', () => {
  it(`${600 * TIMES} workspaces: what is read is whole by its schema, and prototypes are as they were`, () => {
    const random = seeded(1)
    const text = writeWorkspace(yard)
    for (let run = 0; run < 300 * TIMES; run++) {
      const read = readWorkspace(damaged(text, random))
      says(read)
      if (read.ok) expect(workspaceSchema.safeParse(read.workspace).success).toBe(true)
      says(readWorkspace(JSON.stringify(warped(yard, random))))
    }
    expect(({} as Record<string, unknown>).polluted).toBeUndefined()
    expect(readWorkspace('{"__proto__":{"polluted":1},"format":"hephaestal/workspace"}').ok).toBe(false)
  })
  it(`${200 * TIMES} zips`, () => {
    const random = seeded(2)
    const whole = writeYardZip(yard, {})
    for (let run = 0; run < 200 * TIMES; run++) {
      const bytes = whole.slice()
      for (let hits = 1 + Math.floor(random() * 20); hits > 0; hits--)
        bytes[Math.floor(random() * bytes.length)] = Math.floor(random() * 256)
      says(readYardZip(random() < 0.3 ? bytes.slice(0, Math.floor(random() * bytes.length)) : bytes))
    }
  })
  it(`${900 * TIMES} tables of stock, assays and temperatures, ${200 * TIMES} lists of alloys`, () => {
    const random = seeded(3)
    const stock = writeStock(yard.lots)
    const alloys = JSON.stringify({ format: 'hephaestal/alloys', version: 1, alloys: [] })
    for (let run = 0; run < 300 * TIMES; run++) {
      expect(() => readTable(damaged(stock, random))).not.toThrow()
      says(
        readAssays(
          damaged('date;sample;Cu %;Sn;Sn ±;Pb\n2026-11-20;ingot;88,1;9,8;0,2;<0,02\n', random),
          NOW,
        ),
      )
      says(readTemperatureLog(damaged('time,temperature\n0,20\n10,400\n20,900\n', random), NOW))
      if (run % 3 < 2) says(readAlloys(damaged(alloys, random)))
    }
  })
  it(`${400 * TIMES} charge problems`, () => {
    const random = seeded(4)
    const problem = randomProblem(5, 6)
    for (let run = 0; run < 400 * TIMES; run++) says(parseChargeProblem(warped(problem, random)))
  })
  it('a tree ten thousand deep is refused with a message', () => {
    const deep = `${'{"lots":'.repeat(10_000)}1${'}'.repeat(10_000)}`
    says(readWorkspace(deep))
    says(parseChargeProblem(JSON.parse(`${'['.repeat(5000)}${']'.repeat(5000)}`)))
  })
})
