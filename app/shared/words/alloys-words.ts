import { t } from '~/words'
import type { AlloyFault, Practice } from '#core/alloys'
import { wallsWant, type Liquidus, type PourWindow, type Walls } from '#core/families'
import { elementName } from '~/shared/units/elements'
import { percent } from '~/shared/units/figures'

/** How each family is handled in the furnace, for people. */
export const PRACTICE_WORDS: Readonly<Record<Practice, string>> = {
  'tin-bronze': t('parts.tin-bronze'),
  'leaded-bronze': t('parts.leaded-bronze'),
  'red-brass': t('parts.red-brass'),
  'yellow-brass': t('parts.yellow-brass-cast'),
  'wrought-brass': t('parts.wrought-brass'),
  'manganese-bronze': t('parts.manganese-bronze'),
  'silicon-bronze': t('parts.silicon-bronze'),
  'silicon-brass': t('parts.silicon-brass'),
  'aluminium-bronze': t('parts.aluminium-bronze'),
  'conductive-copper': t('parts.copper-for-conducting'),
  'deoxidised-copper': t('parts.deoxidised-copper'),
  'copper-nickel': t('parts.copper-nickel'),
  'nickel-silver': t('parts.nickel-silver'),
  'aluminium-casting': t('parts.aluminium-casting-alloy'),
  'aluminium-magnesium': t('parts.aluminium-magnesium'),
  'aluminium-wrought': t('parts.wrought-aluminium'),
  'zinc-aluminium': t('parts.zinc-casting-alloy'),
  'tin-base': t('parts.pewter-and-white-metal'),
}

/** What is wrong with an own alloy, and what to do. */
export function alloyFaultWords(fault: AlloyFault): string {
  switch (fault.kind) {
    case 'no-name':
      return t('parts.give-it-a-name-you-will')
    case 'no-limits':
      return t('parts.give-at-least-one-element-a')
    case 'crossed':
      return t('parts.the-least-is-above-the-most', { element: elementName(fault.element) })
    case 'nominal-outside':
      return t('parts.the-nominal-figure-of-lies-outside', { element: elementName(fault.element) })
    case 'too-much':
      return t('parts.the-least-figures-add-up-to', { leastPct: percent(fault.leastPct) })
    case 'too-little':
      return t('parts.all-at-their-most-it-adds', { mostPct: percent(fault.mostPct) })
  }
}

interface Degrees {
  degrees: (celsius: number) => string
  degreesApart: (celsius: number) => string
}

/** What a metal freezes at, and how well that is known. */
export function liquidusWords(liquidus: Liquidus | null, { degrees, degreesApart }: Degrees): string {
  if (!liquidus) return t('parts.no-melting-range-known')
  const at = t('parts.liquidus', { liquidusC: degrees(liquidus.liquidusC) })
  if (liquidus.kind === 'typed') return t('parts.typed', { at })
  if (liquidus.kind === 'estimate')
    return t('parts.estimate', { at, spreadC: degreesApart(liquidus.spreadC) })
  return liquidus.spreadC > 0 ? t('parts.doubtful', { at, spreadC: degreesApart(liquidus.spreadC) }) : at
}

const WALL_WORDS = {
  thin: t('parts.for-thin-walls'),
  heavy: t('parts.for-heavy-walls'),
  both: t('parts.for-thin-and-heavy-walls'),
}

/** Where to pour it, and for which walls where they are known. */
export function windowWords(
  window: PourWindow | null,
  { degrees }: Pick<Degrees, 'degrees'>,
  walls?: Walls,
): string {
  if (!window) return t('parts.no-pour-window-told')
  const wanted = walls ? wallsWant(walls) : null
  const span = t('parts.pour-at-to', { fromC: degrees(window.fromC), toC: degrees(window.toC) })
  return wanted ? `${span}, ${WALL_WORDS[wanted]}` : span
}
