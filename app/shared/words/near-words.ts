import { t, told } from '~/words'
import type { NearAlloy } from '#core/ledger'
import { isolated } from '~/shared/units/isolated'
import { timesWords } from '~/shared/units/figures'

/** Below this nobody would call it that alloy. */
const HARDLY = 0.01

/** From here on it is called that. */
const EVEN = 0.5

/** What a metal comes nearest to, as a sentence. */
export function nearWords([nearest]: readonly NearAlloy[]): string {
  if (!nearest) return t('parts.the-library-has-no-alloy-of')
  const name = isolated(told(nearest.alloy.name))
  if (nearest.odds < HARDLY) return t('parts.it-is-no-alloy-of-the', { name })
  return nearest.odds < EVEN
    ? t('parts.comes-nearest-such-a-melt-is', { name, odds: timesWords(nearest.odds) })
    : t('parts.it-is', { name, odds: timesWords(nearest.odds) })
}

/** How near it is to one alloy, in a word or two. */
export function nearShort({ broken, odds }: NearAlloy): string {
  if (odds >= HARDLY) return timesWords(odds)
  return broken > 0 ? t('parts.outside-in', { broken }) : t('small.hardly')
}
