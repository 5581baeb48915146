import type { No } from '#core/relay'
import { t } from '~/words'

/** Why the server said no, and what to do. */
const WORDS: Readonly<Record<No, string>> = {
  'unknown-group': t('group.no-unknown-group'),
  'unknown-device': t('group.no-unknown-device'),
  'wrong-signature': t('group.no-wrong-signature'),
  'wrong-code': t('group.no-wrong-code'),
  'wrong-invitation': t('group.no-wrong-invitation'),
  exists: t('group.no-exists'),
  'slow-down': '',
  crowded: t('group.no-crowded'),
  'not-understood': t('group.no-not-understood'),
  'too-large': t('group.no-too-large'),
  full: t('group.no-full'),
  withdrawn: t('group.no-withdrawn'),
}

/** @param afterS how long to wait, where that was said */
export const noWords = (why: No, afterS = 1): string => WORDS[why] || t('group.no-slow-down', { afterS })
