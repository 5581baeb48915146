import { useRememberedHere } from '~/shared/page/useRemembered'

/** Where the walk is, and what the yard was before it. */
export interface Walking {
  heatId: string
  step: number
  /** the undo list's place when it began */
  cursor: number
}

/** The walk this window is on; null where it is on none. */
export const useWalking = () =>
  useRememberedHere<Walking | null>('walk', null, {
    serializer: {
      read: (text) => JSON.parse(text) as Walking | null,
      write: (value) => JSON.stringify(value),
    },
  })
