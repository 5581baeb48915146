/** A disk that can lose its power: after so many writes every further one fails, as in a closed tab. */
export const disk = {
  stores: new Map<string, Map<string, unknown>>(),
  writesLeft: Infinity,
  writes: 0,
  slow: false,
  /** databases that were taken away */
  dropped: [] as string[],
}

/** Stands in for the store of the browser. */
export function mockForage() {
  const store = (name: string) => {
    if (!disk.stores.has(name)) disk.stores.set(name, new Map())
    const entries = disk.stores.get(name)!
    const write = async (change: () => void) => {
      if (disk.slow) await new Promise((resolve) => setTimeout(resolve, 1))
      if (disk.writesLeft-- <= 0) throw new Error('the tab was closed')
      disk.writes++
      change()
    }
    return {
      keys: async () => [...entries.keys()],
      getItem: async (key: string) => structuredClone(entries.get(key) ?? null),
      iterate: async (each: (value: unknown, key: string) => void) => {
        for (const [key, value] of entries) each(structuredClone(value), key)
      },
      setItem: (key: string, value: unknown) => write(() => entries.set(key, structuredClone(value))),
      removeItem: (key: string) => write(() => entries.delete(key)),
    }
  }
  return {
    default: {
      createInstance: ({ storeName }: { storeName: string }) => store(storeName),
      dropInstance: async ({ name }: { name: string }) => void disk.dropped.push(name),
    },
  }
}
