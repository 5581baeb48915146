import { t } from '~/words'
const MB = 2 ** 20
/** Largest files taken, bytes: far beyond what anyone writes, and short of what stops a browser. */
export const FILE_MOST = {
  yard: 512 * MB,
  table: 20 * MB,
  readings: 5 * MB,
  alloys: 5 * MB,
  problem: MB,
  rehearsal: MB,
} as const

/**
 * The file a person picked; the picker is ready for the same file again.
 * @returns null where none was picked; words instead of the file where it is too large
 */
export function pickedFile(
  event: Event,
  kind: keyof typeof FILE_MOST,
): { file: File; refused: '' } | { file: null; refused: string } | null {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return null
  if (file.size <= FILE_MOST[kind]) return { file, refused: '' }
  const size = Math.round(file.size / MB)
  const refused = t('shared-fields.file-too-large', {
    fileName: file.name,
    size,
    limit: FILE_MOST[kind] / MB,
  })
  return { file: null, refused }
}
