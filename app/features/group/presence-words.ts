import { heatStamp } from '#core/heat'
import { t } from '~/words'
import type { Presence } from './presence'

/** Where a device is, in words. */
export function presenceWords({ place, heat, step, steps }: Presence): string {
  if (heat !== undefined && step && steps)
    return t('group.presence-step', { step, steps, heat: heatStamp(heat) })
  return place ? t('group.presence-page', { place }) : ''
}
