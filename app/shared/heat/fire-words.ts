import { t } from '~/words'

/** A setting of burner or plate, as it is said. */
export function fireWords(power: number): string {
  if (power >= 1) return t('shared.fire-full')
  return power <= 0 ? t('shared.fire-out') : t('shared.fire-at', { pct: Math.round(100 * power) })
}
