import localforage from 'localforage'

/* The one place that knows what the yard is kept with: what takes localForage's place is put in here. */

/** Entries by key, in the browser. */
export type Store = Pick<LocalForage, 'getItem' | 'setItem' | 'removeItem' | 'keys' | 'iterate' | 'ready'>

/**
 * A store of the browser; nothing is opened before it is first asked.
 * @param name of the database, and of the store in it
 * @param where "database": large, and asked in its own time; "quick": small, and written before a page can close
 */
export function openStore(name: string, storeName: string, where: 'database' | 'quick' = 'database'): Store {
  const driver = where === 'quick' ? localforage.LOCALSTORAGE : localforage.INDEXEDDB
  return localforage.createInstance({ name, storeName, driver })
}

/** Takes a database away, with all its stores. */
export const dropDatabase = (name: string): Promise<void> => localforage.dropInstance({ name })
