import { describe, expect, it } from 'vitest'
import { liveTimers, type StepTimer } from '#core/heat'

describe('timers of steps', () => {
  const started = '2026-12-02T08:00:00.000Z'
  const due = Date.parse(started) + 5 * 60_000
  const timer: StepTimer = {
    heatId: 'a',
    heat: 13,
    step: 'degas',
    title: 'Degas',
    startedAt: started,
    dueMs: due,
  }
  const heat = { loggedAt: null, done: {}, clocks: { degas: started } }
  it('runs on while its step is open, and rings late rather than never', () => {
    expect(liveTimers([timer], { a: heat }, due - 1)).toEqual([timer])
    expect(liveTimers([timer], { a: heat }, due + 3_600_000)).toEqual([timer])
  })
  it.each([
    ['its step is done', { ...heat, done: { degas: { at: started, skipped: false } } }],
    ['the heat is logged', { ...heat, loggedAt: started }],
    ['it was started again', { ...heat, clocks: { degas: '2026-12-02T08:02:00.000Z' } }],
    ['the start was undone', { ...heat, clocks: {} }],
  ])('ends when %s', (_, changed) => expect(liveTimers([timer], { a: changed }, due)).toEqual([]))
  it('ends with its heat, and half a day after it was due', () => {
    expect(liveTimers([timer], {}, due)).toEqual([])
    expect(liveTimers([timer], { a: heat }, due + 12 * 3_600_000)).toEqual([])
  })
})
