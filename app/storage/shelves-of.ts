import { computed, type Ref } from 'vue'
import { COLLECTIONS, type Collection, type RecordOf, type Records } from '#core/workspace'

const byAge = (a: { createdAt: string; id: string }, b: { createdAt: string; id: string }) =>
  a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : a.id < b.id ? -1 : 1

/** Returns each collection as a list of its own: what reads one is not worked out again where only another has changed. */
export function shelvesOf(records: Ref<Records>) {
  function shelf<C extends Collection>(collection: C) {
    const own = computed(() => records.value[collection])
    return () => Object.values<RecordOf<C>>(own.value)
  }
  const settings = shelf('settings')
  const [lots, heats, alloys, gear, practices] = [
    shelf('lots'),
    shelf('heats'),
    shelf('alloys'),
    shelf('gear'),
    shelf('practices'),
  ] as const
  return {
    lots: computed(() => lots().sort(byAge)),
    heats: computed(() => heats().sort((a, b) => a.number - b.number)),
    ownAlloys: computed(() => alloys()),
    gear: computed(() => gear().sort(byAge)),
    practices: computed(() => practices().sort(byAge)),
    /** the settings that are stored, where there are any */
    told: computed(() => settings()[0]),
    isEmpty: computed(() =>
      COLLECTIONS.every((name) => Object.keys(records.value[name] as object).length === 0),
    ),
  }
}
