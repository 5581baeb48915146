import { afterEach, expect, test, vi } from 'vitest'
import { expose } from 'comlink'
import { askedEngine } from '~/shared/engines/asked-engine'

interface Sums {
  add(a: number, b: number): Promise<number>
}

const sums = { add: async (a: number, b: number) => a + b }
const open: MessagePort[] = []
afterEach(() => {
  vi.useRealTimers()
  for (const port of open.splice(0)) port.close()
})

/** Workers as a browser would begin them; each does what the list says for its turn. */
function workers(...turns: ('answers' | 'never starts' | 'falls silent' | 'throws')[]) {
  const begun: { ended: boolean }[] = []
  const begin = (): Worker => {
    const turn = turns[begun.length] ?? 'answers'
    const { port1, port2 } = new MessageChannel()
    open.push(port1, port2)
    const state = { ended: false }
    begun.push(state)
    if (turn === 'answers') expose(sums, port2)
    if (turn === 'throws')
      expose({ add: () => Promise.reject(new Error('the runtime could not be fetched')) }, port2)
    if (turn === 'never starts') setTimeout(() => port1.dispatchEvent(new Event('error')), 5)
    return Object.assign(port1, { terminate: () => void (state.ended = true) }) as unknown as Worker
  }
  return { begin, begun }
}

test('one engine serves many questions', async () => {
  const { begin, begun } = workers('answers')
  const engine = askedEngine<Sums>(begin, 5000)
  expect(begun).toHaveLength(0)
  const answers = [1, 2, 3].map((n) => engine.ask((remote) => remote.add(n, n)))
  expect(await Promise.all(answers)).toEqual([2, 4, 6])
  expect(begun).toEqual([{ ended: false }])
})

test.each(['never starts', 'falls silent', 'throws'] as const)(
  'an engine that %s is ended and begun anew, and every question that waited is answered',
  async (turn) => {
    const { begin, begun } = workers(turn)
    // Long enough for a new one to answer on a busy machine; only silence is waited for to the end.
    const engine = askedEngine<Sums>(begin, turn === 'falls silent' ? 1000 : 10_000)
    const answers = [1, 2].map((n) => engine.ask((remote) => remote.add(n, n)))
    expect(await Promise.all(answers)).toEqual([2, 4])
    expect(begun).toEqual([{ ended: true }, { ended: false }])
    expect(await engine.ask((remote) => remote.add(5, 5))).toBe(10)
  },
)

test('where none answers it says so, and a later question begins a new one', async () => {
  const { begin, begun } = workers('falls silent', 'never starts')
  const engine = askedEngine<Sums>(begin, 30)
  await expect(engine.ask((remote) => remote.add(1, 1))).rejects.toThrow('it did not start')
  expect(await engine.ask((remote) => remote.add(1, 1), 10_000)).toBe(2)
  expect(begun.map(({ ended }) => ended)).toEqual([true, true, false])
})
