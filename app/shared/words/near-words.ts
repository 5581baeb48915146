import type { NearAlloy } from '#core/ledger'
import { isolated } from '~/shared/units/isolated'
import { timesWords } from '~/shared/units/figures'

/** Below this nobody would call it that alloy. */
const HARDLY = 0.01

/** From here on it is called that. */
const EVEN = 0.5

/** What a metal comes nearest to, as a sentence. */
export function nearWords([nearest]: readonly NearAlloy[]): string {
  if (!nearest) return 'The library has no alloy of this metal.'
  const name = isolated(nearest.alloy.name)
  if (nearest.odds < HARDLY) return `It is no alloy of the library; ${name} comes nearest.`
  return nearest.odds < EVEN
    ? `${name} comes nearest; such a melt is inside it ${timesWords(nearest.odds)}.`
    : `It is ${name} ${timesWords(nearest.odds)}.`
}

/** How near it is to one alloy, in a word or two. */
export function nearShort({ broken, odds }: NearAlloy): string {
  if (odds >= HARDLY) return timesWords(odds)
  return broken > 0 ? `outside in ${broken}` : 'hardly'
}
