import type { NearAlloy } from '#core/ledger'
import { isolated } from '~/shared/units/isolated'
import { timesWords } from '~/shared/units/figures'

/** Below this nobody would call it that alloy. */
const HARDLY = 0.01

/** What a metal comes nearest to, as a sentence. */
export function nearWords([nearest]: readonly NearAlloy[]): string {
  if (!nearest) return 'The library has no alloy of this metal.'
  const name = isolated(nearest.alloy.name)
  if (nearest.odds < HARDLY) return `Nearest is ${name}, and it is not that.`
  return nearest.broken > 0
    ? `Nearest is ${name}; it is inside that ${timesWords(nearest.odds)}, no more.`
    : `It is ${name} ${timesWords(nearest.odds)}.`
}

/** How near it is to one alloy, in a word or two. */
export function nearShort({ broken, odds }: NearAlloy): string {
  if (odds >= HARDLY) return timesWords(odds)
  return broken > 0 ? `outside in ${broken}` : 'hardly'
}
