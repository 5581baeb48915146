import { nth } from '#core/lists'
import type { Head } from './notes'

/**
 * The list of steps as it is to be written, with those that other windows have done meanwhile in it, each where it was
 * done: each window knows its own list only, and the last to write must not leave the others' steps out.
 * @param lying the list on the disk
 * @param own the list of the window that writes
 * @param knows whether a step is, or was, in that window's list: then what its own list says of it stands
 */
export function joinHeads(lying: Head | null, own: Head, knows: (id: string) => boolean): Head {
  const ids = [...own.ids]
  let { cursor } = own
  lying?.ids.forEach((id, at) => {
    // What another window has undone is its own to do again.
    if (at >= lying.cursor || knows(id)) return
    const behind = at > 0 ? ids.indexOf(nth(lying.ids, at - 1)) + 1 : 0
    ids.splice(Math.min(behind, cursor), 0, id)
    cursor++
  })
  return { ids, cursor }
}
