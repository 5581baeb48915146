import type { No } from '#core/relay'
import { t } from '~/words'

/** Why the server said no, and what to do. */
const WORDS: Readonly<Record<No, string>> = {
  'unknown-group': t('group.refused-unknown-group'),
  'unknown-device': t('group.refused-unknown-device'),
  'wrong-signature': t('group.refused-wrong-signature'),
  'wrong-code': t('group.refused-wrong-code'),
  'wrong-invitation': t('group.refused-wrong-invitation'),
  exists: t('group.refused-exists'),
  'slow-down': '',
  crowded: t('group.refused-crowded'),
  'not-understood': t('group.refused-not-understood'),
  'too-large': t('group.refused-too-large'),
  full: t('group.refused-full'),
  'disk-full': t('group.refused-disk-full'),
  'new-key': t('group.refused-new-key'),
  withdrawn: t('group.refused-withdrawn'),
}

/** @param afterS how long to wait, where that was said */
export const noWords = (why: No, afterS = 1): string =>
  WORDS[why] || t('group.refused-slow-down', { seconds: afterS })
