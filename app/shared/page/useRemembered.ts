import { useStorage, type RemovableRef, type StorageLike, type UseStorageOptions } from '@vueuse/core'

/** The browser's quick store; where site data is blocked, so that asking for it or of it fails, one that lasts as long as the page. */
function quickStore(name: 'localStorage' | 'sessionStorage'): StorageLike {
  try {
    window[name].getItem('anything')
    return window[name]
  } catch {
    return (loose[name] ??= looseStore())
  }
}
const loose: Partial<Record<'localStorage' | 'sessionStorage', StorageLike>> = {}

function looseStore(): StorageLike {
  const entries = new Map<string, string>()
  return {
    getItem: (key) => entries.get(key) ?? null,
    setItem: (key, value) => void entries.set(key, value),
    removeItem: (key) => void entries.delete(key),
  }
}

/** A small choice this browser remembers. */
export function useRemembered<T>(
  key: string,
  initial: T,
  options: UseStorageOptions<T> = {},
): RemovableRef<T> {
  return useStorage<T>(key, initial, quickStore('localStorage'), options)
}

/** A small choice that lasts as long as the window. */
export function useRememberedHere<T>(
  key: string,
  initial: T,
  options: UseStorageOptions<T> = {},
): RemovableRef<T> {
  return useStorage<T>(key, initial, quickStore('sessionStorage'), options)
}
