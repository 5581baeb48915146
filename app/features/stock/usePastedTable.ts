import { t } from '~/words'
import { ref, shallowRef } from 'vue'
import type { StockTable } from '#formats/stock-csv'
import { useYard } from '~/storage/yard-store'

/** Rows copied from a spreadsheet, or a list of names and weights, pasted anywhere on the page. */
export function usePastedTable() {
  const yard = useYard()
  const table = shallowRef<StockTable | null>(null)
  const fileName = ref('')
  const fault = ref('')

  async function read(text: string): Promise<void> {
    const { readPasted } = await import('#formats/stock-list')
    table.value = readPasted(text, yard.settings.mass)
    fileName.value = t('stock.pasted-source')
    fault.value = table.value ? '' : t('stock.paste-no-weight')
  }

  /** A line pasted into a field is that field's; rows are the yard's, wherever the hand was. */
  function pasted(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain') ?? ''
    const rows = /[\n\t]/.test(text.trim())
    const target = event.target instanceof Element ? event.target : null
    if (!rows || target?.closest('textarea, [role=dialog]')) return
    event.preventDefault()
    void read(text)
  }

  return { table, fileName, fault, read, pasted }
}
