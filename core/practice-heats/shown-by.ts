import { zincLeast } from '#core/alloys'
import { metalOf } from '#core/families'
import type { Gear } from '#core/gear'
import type { Heat } from '#core/heat'
import { ledgerRow } from '#core/ledger'
import { isVirgin } from '#core/stock'

/** What a yard's records have to show for a practice heat to count as done. */
export const SHOWN = [
  'nothing',
  'aluminium-closes',
  'probe-checked',
  'three-close',
  'gas-compared',
  'two-metals-measured',
  'brass-inside',
  'scrap-inside',
] as const
export type Shown = (typeof SHOWN)[number]

/** What shows that a practice heat was done: heats by their number, or a piece of gear by its name. */
export interface Proof {
  heats: number[]
  gear: string | null
}

/** Zinc from here on makes a brass, wt% of the least its limits allow. */
const BRASS_PCT = 10
const SCRAP_BINS = 3
const ALIKE = 3
/** Heats whose tap masses lie this near to one another are the same amount. */
const ALIKE_SHARE = 0.2

type Rule = (heats: readonly Heat[]) => Heat[] | undefined
const one = (test: (heat: Heat) => boolean): Rule => {
  return (heats) => {
    const found = heats.find(test)
    return found && [found]
  }
}
const metal = ({ alloy }: Heat) => (alloy ? metalOf(alloy) : null)
const closes = (heat: Heat) => ledgerRow(heat).summary.balance?.state === 'closes'
const inside = (heat: Heat) => ledgerRow(heat).verdict.startsWith('inside')
const measured = (heat: Heat) =>
  heat.assays.some(({ readings }) => Object.keys(readings).length > 0) ||
  (heat.tests ?? []).some(({ kind, value }) => kind === 'density' && value !== null)

/** The first heats of one alloy, of like tap mass, whose account closes. */
const threeAlike: Rule = (heats) => {
  const closed = heats.filter(closes)
  for (const first of closed) {
    const alike = closed.filter(
      ({ alloy, tapMassG }) =>
        alloy?.id === first.alloy?.id &&
        Math.abs((tapMassG ?? 0) - (first.tapMassG ?? 0)) <= ALIKE_SHARE * (first.tapMassG ?? 0),
    )
    if (alike.length >= ALIKE) return alike.slice(0, ALIKE)
  }
  return undefined
}

/** A pressure test on either side of a degassing. */
function gasCompared({ log = [] }: Heat): boolean {
  const degassed = log.find(({ kind }) => kind === 'degas')
  if (!degassed) return false
  const tests = log.filter((entry) => entry.kind === 'pressure-test' && entry.vacuumGcm3 !== null)
  return tests.some(({ at }) => at < degassed.at) && tests.some(({ at }) => at > degassed.at)
}

const RULES: Readonly<Record<Exclude<Shown, 'nothing' | 'probe-checked'>, Rule>> = {
  'aluminium-closes': one((heat) => metal(heat) === 'Al' && heat.pour.ingots.length > 0 && closes(heat)),
  'three-close': threeAlike,
  'gas-compared': one(gasCompared),
  'two-metals-measured': one(
    (heat) =>
      metal(heat) === 'Cu' && heat.weighed.length > 1 && heat.weighed.every(isVirgin) && measured(heat),
  ),
  'brass-inside': one((heat) => ((heat.alloy && zincLeast(heat.alloy)) ?? 0) >= BRASS_PCT && inside(heat)),
  'scrap-inside': one(
    (heat) =>
      metal(heat) === 'Cu' &&
      heat.weighed.filter(({ kind }) => kind === 'scrap').length >= SCRAP_BINS &&
      inside(heat),
  ),
}

/**
 * What in a yard's records shows that a practice heat was done.
 * @param shownBy what has to be shown
 * @returns null where nothing shows it yet, and for what leaves no record
 */
export function practiceProof(
  practiceProof: Shown,
  yard: { heats: readonly Heat[]; gear: readonly Gear[] },
): Proof | null {
  if (practiceProof === 'nothing') return null
  if (practiceProof === 'probe-checked') {
    const probe = yard.gear.find((gear) => gear.type === 'thermocouple' && gear.checks.length > 0)
    return probe ? { heats: [], gear: probe.name } : null
  }
  const found = RULES[practiceProof](yard.heats.filter(({ loggedAt }) => loggedAt !== null))
  return found ? { heats: found.map(({ number }) => number), gear: null } : null
}
