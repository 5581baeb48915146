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
  if (!nearest) return t('parts.no-near-alloy')
  const name = isolated(told(nearest.alloy.name))
  if (nearest.odds < HARDLY) return t('parts.near-not-listed', { alloyName: name })
  return nearest.odds < EVEN
    ? t('parts.near-with-certainty', { alloyName: name, certainty: timesWords(nearest.odds) })
    : t('parts.near-in-spec', { alloyName: name, certainty: timesWords(nearest.odds) })
}

/** How near it is to one alloy, in a word or two. */
export function nearShort({ broken, odds }: NearAlloy): string {
  if (odds >= HARDLY) return timesWords(odds)
  return broken > 0 ? t('parts.near-broken', { elements: broken }) : t('small.hardly')
}
