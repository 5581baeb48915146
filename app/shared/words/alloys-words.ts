import type { AlloyFault, Practice } from '#core/alloys'
import type { Liquidus, PourWindow } from '#core/families'
import { elementName } from '~/shared/units/elements'
import { percent } from '~/shared/units/figures'

/** How each family is handled in the furnace, for people. */
export const PRACTICE_WORDS: Readonly<Record<Practice, string>> = {
  'tin-bronze': 'tin bronze',
  'leaded-bronze': 'leaded bronze',
  'red-brass': 'red brass',
  'yellow-brass': 'yellow brass, cast',
  'wrought-brass': 'wrought brass',
  'manganese-bronze': 'manganese bronze',
  'silicon-bronze': 'silicon bronze',
  'silicon-brass': 'silicon brass',
  'aluminium-bronze': 'aluminium bronze',
  'conductive-copper': 'copper for conducting',
  'deoxidised-copper': 'deoxidised copper',
  'copper-nickel': 'copper-nickel',
  'aluminium-casting': 'aluminium casting alloy',
  'aluminium-magnesium': 'aluminium-magnesium',
  'aluminium-wrought': 'wrought aluminium',
  'zinc-aluminium': 'zinc casting alloy',
  'tin-base': 'pewter and white metal',
}

/** What is wrong with an own alloy, and what to do. */
export function alloyFaultWords(fault: AlloyFault): string {
  switch (fault.kind) {
    case 'no-name':
      return 'Give it a name you will know it by.'
    case 'no-limits':
      return 'Give at least one element a limit, or nominal figures and a tolerance.'
    case 'crossed':
      return `The least ${elementName(fault.element)} is above the most. Swap them.`
    case 'nominal-outside':
      return `The nominal figure of ${elementName(fault.element)} lies outside its limits.`
    case 'too-much':
      return `The least figures add up to ${percent(fault.leastPct)} %. Lower some until they are under 100 %.`
    case 'too-little':
      return `All at their most, it adds up to ${percent(fault.mostPct)} %. Raise a maximum, or the base’s.`
  }
}

interface Degrees {
  degrees: (celsius: number) => string
  degreesApart: (celsius: number) => string
}

/** What a metal freezes at, and how well that is known. */
export function liquidusWords(liquidus: Liquidus | null, { degrees, degreesApart }: Degrees): string {
  if (!liquidus) return 'no melting range known'
  const at = `liquidus ${degrees(liquidus.liquidusC)}`
  if (liquidus.kind === 'typed') return `${at} (typed)`
  if (liquidus.kind === 'estimate') return `${at} (estimate, ± ${degreesApart(liquidus.spreadC)})`
  return liquidus.spreadC > 0 ? `${at} (doubtful, ± ${degreesApart(liquidus.spreadC)})` : at
}

/** Where to pour it. */
export const windowWords = (window: PourWindow | null, { degrees }: Pick<Degrees, 'degrees'>): string =>
  window ? `pour at ${degrees(window.fromC)} to ${degrees(window.toC)}` : 'no pour window told'
