import { computed, shallowRef, type Ref } from 'vue'
import { partOf, type OpenClash } from '#core/merge'
import { sameRecord, type Records } from '#core/workspace'

export type Asked = Pick<OpenClash, 'collection' | 'id' | 'path'>

/** What two changed, each to something else, and nobody has answered yet. */
export function openQuestions(records: Ref<Records>) {
  /** between windows of this browser */
  const clashes = shallowRef<OpenClash[]>([])
  /** between devices */
  const asked = shallowRef<OpenClash[]>([])

  /** A question stands as long as one of the two that were told is what the record says. */
  function isOpen({ collection, id, path, mine, theirs }: OpenClash): boolean {
    const record = records.value[collection][id]
    const said = record && partOf(record, path)
    return !!record && (sameRecord(said, mine) || sameRecord(said, theirs))
  }
  return {
    questions: computed(() => [...clashes.value, ...asked.value.filter(isOpen)]),
    asked,
    isOpen,
    add: (found: readonly OpenClash[]) => {
      if (found.length > 0) clashes.value = [...clashes.value, ...found]
    },
    /** Those that were answered by what the records say now are none any more. */
    look: () => void (clashes.value = clashes.value.filter(isOpen)),
    /** @returns whether devices asked it */
    forget(one: Asked): boolean {
      const isThat = ({ collection, id, path }: OpenClash) =>
        collection === one.collection && id === one.id && path.join('/') === one.path.join('/')
      const between = asked.value.some(isThat)
      clashes.value = clashes.value.filter((clash) => !isThat(clash))
      asked.value = asked.value.filter((clash) => !isThat(clash))
      return between
    },
  }
}
