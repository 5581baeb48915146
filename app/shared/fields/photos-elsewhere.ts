import { shallowRef } from 'vue'

/** Pictures that are not in this browser: whom to ask for them. Nobody, where it is no one of several devices. */
export interface Elsewhere {
  /** how many others are here; when one more comes, it may have what was asked for before */
  others: number
  /**
   * @param small a small one will do, and is not kept
   * @returns null where nobody who is here has it
   */
  ask: (id: string, small: boolean) => Promise<Blob | null>
}
export const elsewhere = shallowRef<Elsewhere | null>(null)
