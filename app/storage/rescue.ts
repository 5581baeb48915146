import { t } from '~/words'
import { toWorkspace } from '#core/workspace'
import { packYard, type PackedYard } from './pack-yard'
import { openRepository } from './repository'

/**
 * The yard straight from the disk, for when the app around it will not start.
 * @param date of the file's name, YYYY-MM-DD
 * @throws where the disk will not open, or a newer app wrote it
 */
export async function rescueYard(date: string): Promise<PackedYard> {
  const { records, newer } = await openRepository().load()
  if (newer) throw new Error(t('storage.newer-app-wrote'))
  return packYard(toWorkspace(records), date)
}
