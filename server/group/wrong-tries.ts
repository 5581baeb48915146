/** After a wrong answer one waits, each time twice as long. */
const WRONG = { firstMs: 500, mostMs: 60_000, forgottenMs: 15 * 60_000 }

/**
 * Counts wrong answers by who gave them.
 * @param now the time, ms
 */
export function countWrong(now: () => number) {
  const wrong = new Map<string, { times: number; last: number }>()
  return {
    /** How long one has to wait, ms; not positive where one need not. */
    waitMs(who: string): number {
      const known = wrong.get(who)
      if (!known) return 0
      if (now() - known.last > WRONG.forgottenMs) return (wrong.delete(who), 0)
      return known.last + Math.min(WRONG.mostMs, WRONG.firstMs * 2 ** (known.times - 1)) - now()
    },
    add: (who: string) => void wrong.set(who, { times: (wrong.get(who)?.times ?? 0) + 1, last: now() }),
    forget: (who: string) => void wrong.delete(who),
  }
}
