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
  'yellow-brass': t('parts.cast-yellow-brass'),
  'wrought-brass': t('parts.wrought-brass'),
  'manganese-bronze': t('parts.manganese-bronze'),
  'silicon-bronze': t('parts.silicon-bronze'),
  'silicon-brass': t('parts.silicon-brass'),
  'aluminium-bronze': t('parts.aluminium-bronze'),
  'conductive-copper': t('parts.conductivity-copper'),
  'deoxidised-copper': t('parts.deoxidised-copper'),
  'copper-nickel': t('parts.copper-nickel'),
  'nickel-silver': t('parts.nickel-silver'),
  'aluminium-casting': t('parts.aluminium-casting'),
  'aluminium-magnesium': t('parts.aluminium-magnesium'),
  'aluminium-wrought': t('parts.wrought-aluminium'),
  'zinc-aluminium': t('parts.zinc-casting'),
  'tin-base': t('parts.pewter-white-metal'),
}

/** What is wrong with an own alloy, and what to do. */
export function alloyFaultWords(fault: AlloyFault): string {
  switch (fault.kind) {
    case 'no-name':
      return t('parts.alloy-needs-name')
    case 'no-limits':
      return t('parts.alloy-needs-limits')
    case 'crossed':
      return t('parts.limits-swapped', { element: elementName(fault.element) })
    case 'nominal-outside':
      return t('parts.nominal-outside', { element: elementName(fault.element) })
    case 'too-much':
      return t('parts.minimums-over-100', { leastPct: percent(fault.leastPct) })
    case 'too-little':
      return t('parts.maximums-under-100', { mostPct: percent(fault.mostPct) })
  }
}

interface Degrees {
  degrees: (celsius: number) => string
  degreesApart: (celsius: number) => string
}

/** What a metal freezes at, and how well that is known. */
export function liquidusWords(liquidus: Liquidus | null, { degrees, degreesApart }: Degrees): string {
  if (!liquidus) return t('parts.melting-range-unknown')
  const at = t('parts.liquidus-at', { temperature: degrees(liquidus.liquidusC) })
  if (liquidus.kind === 'typed') return t('parts.liquidus-typed', { temperature: at })
  if (liquidus.kind === 'estimate')
    return t('parts.liquidus-estimate', { temperature: at, spread: degreesApart(liquidus.spreadC) })
  return liquidus.spreadC > 0
    ? t('parts.liquidus-doubtful', { temperature: at, spread: degreesApart(liquidus.spreadC) })
    : at
}

const WALL_WORDS = {
  thin: t('parts.walls-thin'),
  heavy: t('parts.walls-heavy'),
  both: t('parts.walls-both'),
}

/** Where to pour it, and for which walls where they are known. */
export function windowWords(
  window: PourWindow | null,
  { degrees }: Pick<Degrees, 'degrees'>,
  walls?: Walls,
): string {
  if (!window) return t('parts.no-pour-window')
  const wanted = walls ? wallsWant(walls) : null
  const span = t('parts.pour-between', {
    fromTemperature: degrees(window.fromC),
    toTemperature: degrees(window.toC),
  })
  return wanted ? `${span}, ${WALL_WORDS[wanted]}` : span
}
