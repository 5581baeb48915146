import { t, told } from '~/words'
import { heatStamp } from '#core/heat'
import type { AnyRecord, Collection } from '#core/workspace'
import { useYard } from '~/storage/yard-store'
import { partName, partValue } from './parts-words'
import { useUnits } from '~/shared/units/useUnits'
import { isolated } from '~/shared/units/isolated'

/** Names of records and what their parts say, for where two versions of one stand beside each other. */
export function useParts() {
  const yard = useYard()
  const { grams, degrees } = useUnits()

  function recordName(record: AnyRecord | undefined): string {
    if (!record) return t('parts.deleted-record')
    if ('number' in record && 'title' in record)
      return `${heatStamp(Number(record.number))} ${isolated(String(record.title))}`.trim()
    if ('name' in record && typeof record.name === 'string' && record.name !== '')
      return isolated(record.name)
    if ('alloy' in record && record.alloy && 'name' in record.alloy)
      return isolated(told(String(record.alloy.name)))
    return 'yardName' in record ? t('parts.settings-record') : t('parts.gear-record')
  }
  function nameOf(id: string): string | null {
    for (const collection of Object.values(yard.records))
      if (collection[id]) return recordName(collection[id])
    return null
  }
  const said = (path: readonly string[], value: unknown) => partValue(path, value, { grams, degrees, nameOf })
  return {
    recordName,
    partName: (collection: Collection, path: readonly string[]) => partName(collection, path),
    said,
  }
}
