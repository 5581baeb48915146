import { t } from '~/words'

/** A first guess at what this device is: by its pointer and its size. */
export function usualName(): string {
  if (!matchMedia('(pointer: coarse)').matches) return t('group.desk')
  return Math.min(screen.width, screen.height) < 600 ? t('group.phone') : t('group.tablet')
}
