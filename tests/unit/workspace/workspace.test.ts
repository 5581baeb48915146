import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  applyStep,
  emptyJournal,
  fromWorkspace,
  JOURNAL_LENGTH,
  noRecords,
  pushStep,
  sealJournal,
  toWorkspace,
  workspaceSchema,
  type Change,
  type Records,
  type Step,
} from '#core/workspace'
import { readWorkspace, writeWorkspace } from '#formats/workspace-json'
import { many } from '../../support/reliability'

const yard = workspaceSchema.parse(demo)

describe('the yard as a file', () => {
  it('reads back what was written, byte for byte', () => {
    const first = writeWorkspace(yard)
    const read = readWorkspace(first)
    expect(read.ok).toBe(true)
    if (!read.ok) return
    expect(writeWorkspace(toWorkspace(fromWorkspace(read.workspace)))).toBe(first)
    expect(read.workspace).toEqual(yard)
  })
  it.each([
    ['{', 'not-json'],
    ['[]', 'not-a-workspace'],
    ['null', 'not-a-workspace'],
    ['{"format":"hephaestal/workspace","version":9}', 'newer'],
    ['{"format":"hephaestal/workspace","version":1}', 'invalid'],
  ])('refuses %s as %s', (text, kind) => {
    const read = readWorkspace(text)
    expect(read.ok ? 'ok' : read.fault.kind).toBe(kind)
  })
  it('names the place of a fault', () => {
    const broken = structuredClone(demo) as unknown as { lots: { massG: unknown }[] }
    broken.lots[2]!.massG = -4
    const read = readWorkspace(JSON.stringify(broken))
    expect(!read.ok && read.fault.kind === 'invalid' && read.fault.issues[0]!.path).toEqual([
      'lots',
      2,
      'massG',
    ])
  })
  it('refuses two records with one id', () => {
    const twice = { ...yard, lots: [yard.lots[0], yard.lots[0]] }
    expect(readWorkspace(JSON.stringify(twice)).ok).toBe(false)
  })
  it('survives any damage to its text without throwing', () => {
    const text = writeWorkspace(yard)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: text.length - 1 }), fc.string({ maxLength: 4 }), (at, put) => {
        readWorkspace(text.slice(0, at) + put + text.slice(at + 1 + put.length))
      }),
      { numRuns: many(200, 25) },
    )
  })
})

const settings = (n: number) => ({ ...yard.settings[0]!, yardName: `Yard ${n}` })
const change = (before: Records, id: string, n: number | null): Change => ({
  collection: 'settings',
  id,
  before: before.settings[id] ?? null,
  after: n === null ? null : { ...settings(n), id },
})
const step = (changes: Change[], label = 'step'): Step => ({
  id: label,
  label,
  at: '2026-01-01T00:00:00.000Z',
  changes,
})

describe('undo and redo', () => {
  it('any sequence of steps, undone one by one, gives back every former state', () => {
    const edit = fc.record({
      id: fc.constantFrom('a', 'b', 'c'),
      value: fc.option(fc.integer({ min: 0, max: 9 })),
    })
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 30 }), (edits) => {
        const states: Records[] = [noRecords()]
        const steps: Step[] = []
        for (const { id, value } of edits) {
          const now = states.at(-1)!
          const next = step([change(now, id, value)])
          steps.push(next)
          states.push(applyStep(now, next, 'do'))
        }
        let back = states.at(-1)!
        for (let i = steps.length - 1; i >= 0; i--) {
          back = applyStep(back, steps[i]!, 'undo')
          expect(back).toEqual(states[i])
        }
        for (const again of steps) back = applyStep(back, again, 'do')
        expect(back).toEqual(states.at(-1))
      }),
    )
  })

  it('typing into one field is one step; leaving it begins another', () => {
    const start = noRecords()
    let journal = pushStep(emptyJournal(), step([change(start, 'a', 1)]), 'title').journal
    const after = applyStep(start, journal.steps[0]!, 'do')
    journal = pushStep(journal, step([change(after, 'a', 2)]), 'title').journal
    expect(journal.steps.length).toBe(1)
    expect(journal.steps[0]!.changes[0]!.before).toBeNull()
    journal = sealJournal(journal)
    journal = pushStep(journal, step([change(after, 'a', 3)]), 'title').journal
    expect(journal.steps.length).toBe(2)
  })

  it('only the last step is drawn together with, and only while it is done: another in between, or an undo, ends it', () => {
    const start = noRecords()
    const typed = (value: number) => step([change(start, 'a', value)])
    let journal = pushStep(emptyJournal(), typed(1), 'title').journal
    journal = pushStep(journal, step([change(start, 'b', 1)])).journal
    journal = pushStep(journal, typed(2), 'title').journal
    expect(journal.steps.length).toBe(3)
    journal = pushStep(journal, typed(3), 'title').journal
    expect(journal.steps.length).toBe(3)
    // Undone twice: what comes now is the second step of two, and no part of the first.
    journal = pushStep({ ...journal, cursor: 1 }, typed(4), 'other').journal
    expect([journal.steps.length, journal.cursor]).toEqual([2, 2])
  })

  it('a new step forgets what was undone, and old steps are forgotten in the end', () => {
    let journal = emptyJournal()
    for (let i = 0; i < JOURNAL_LENGTH + 20; i++) journal = pushStep(journal, step([], `s${i}`)).journal
    expect(journal.steps.length).toBe(JOURNAL_LENGTH)
    journal = pushStep({ ...journal, cursor: 10 }, step([], 'new')).journal
    expect(journal.steps.length).toBe(11)
    expect(journal.steps.at(-1)!.label).toBe('new')
  })
})
