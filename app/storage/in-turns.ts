/** Entries on their way to the disk at the same time: each write waits for an answer, and most of it is waiting. */
const AT_ONCE = 24

/**
 * Does something with each of many, some at the same time, in their order.
 * @throws what the first that failed threw; those after its group are not begun
 */
export async function inTurns<T>(
  all: readonly T[],
  each: (one: T, at: number) => Promise<unknown>,
): Promise<void> {
  for (let from = 0; from < all.length; from += AT_ONCE)
    await Promise.all(all.slice(from, from + AT_ONCE).map((one, at) => each(one, from + at)))
}
