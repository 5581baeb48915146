import { computed, ref, watch, type Ref } from 'vue'
import { newLot, type LotDraft } from '#core/stock'
import { useNotices } from '~/shared/page/useNotices'
import { useUnits } from '~/shared/units/useUnits'
import { t } from '~/words'
import { now, useYard } from '~/storage/yard-store'
import type { Command } from './useCommands'

/** A lot typed into the command line: "3 kg copper wire", "two car wheels", read as a pasted list is. */
export function useQuickLot(query: Ref<string>) {
  const yard = useYard()
  const { grams } = useUnits()
  const { announce } = useNotices()
  const draft = ref<LotDraft | null>(null)
  watch(query, async (text) => {
    const [{ readPasted }, { lotsOfTable }] = await Promise.all([
      import('#formats/stock-list'),
      import('#formats/stock-csv'),
    ])
    const table = text.length > 3 ? readPasted(text, yard.settings.mass) : null
    const [row, ...more] = table ? lotsOfTable(table, table.fields) : []
    // Something else was typed meanwhile.
    if (text !== query.value) return
    draft.value = row?.ok && more.length === 0 ? row.lot : null
  })
  function add(lot: LotDraft): void {
    const id = crypto.randomUUID()
    const label = t('app-shell.add-lot-command', { mass: grams(lot.massG), lotName: lot.name })
    if (yard.commit(label, [{ collection: 'lots', id, after: newLot({ id, now: now() }, lot) }]))
      announce(t('app-shell.lot-added', { mass: grams(lot.massG), lotName: lot.name }))
  }
  return computed<Command[]>(() => {
    const lot = draft.value
    if (!lot) return []
    return [
      {
        id: 'quick-lot',
        label: t('app-shell.add-lot-command', { mass: grams(lot.massG), lotName: lot.name }),
        hint: lot.note ?? '',
        run: () => add(lot),
      },
    ]
  })
}
