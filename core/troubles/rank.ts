import { metalFacts, poisonsOf } from '#core/families'
import { SYMPTOMS, TROUBLES, type Cause, type EvidenceId } from './table'
import type { HeatFacts } from './facts'

/** What the log says of a cause: for it, against it, or nothing. */
type Says = 'for' | 'against' | 'silent'

/** Zinc goes in no hotter than this above the liquidus, °C. */
const ZINC_HOT_C = 60
/** From this grade of gas on a metal is known for it (data/castability.json). */
const GASSY = 4
const LONG_MIN = 20
const THIN_MM = 6
const BEADS_PCT = 1
/** So many bars that break at the fillet tell of the bar's corner, not of the metal. */
export const BARS_AT_FAULT = 3
const THIN_FORMS = new Set(['cans-loose', 'cans-pressed', 'foil', 'turnings', 'oily-turnings'])

/** Lead above this damps a bell, wt%; an alloy's own limit goes first. Common practice, from memory. */
const DULLS_PCT = 0.5

const when = (known: unknown, isFor: boolean): Says =>
  known === null || known === undefined ? 'silent' : isFor ? 'for' : 'against'
/** What was looked at speaks against; what was passed over while the rest was ticked speaks for. */
const unseen = ({ lookedAt }: HeatFacts, id: string): Says =>
  lookedAt.has(id) ? 'against' : lookedAt.size > 0 ? 'for' : 'silent'
/** Metal frozen in the pot is cold metal: so much of the charge. */
const MUCH_SKULL = 0.1

const brokenPour = (f: HeatFacts): boolean => f.seen.has('pour-interrupted')

const EVIDENCE: Readonly<Record<EvidenceId, (facts: HeatFacts) => Says>> = {
  'superheat-low': (f: HeatFacts) =>
    (f.skullG ?? 0) > MUCH_SKULL * f.chargeG && f.chargeG > 0
      ? 'for'
      : when(f.superheatC, (f.superheatC ?? 0) < f.coldUnderC),
  'superheat-high': (f: HeatFacts) => when(f.hottestOverC, (f.hottestOverC ?? 0) > f.hotOverC),
  'pour-split': (f: HeatFacts) => (brokenPour(f) ? 'for' : 'silent'),
  // Left to float it goes over the lip with the metal.
  'oxide-folded': (f: HeatFacts) => (brokenPour(f) || f.skipped.has('skim') ? 'for' : 'silent'),
  'thin-section': (f: HeatFacts) => when(f.thinMm, (f.thinMm ?? 99) < THIN_MM),
  'tapped-short': (f: HeatFacts) =>
    f.needG === null || f.tappedG === null
      ? 'silent'
      : // What froze in the crucible was there, and was not poured.
        f.seen.has('metal-at-vent') || f.tappedG + (f.skullG ?? 0) >= f.needG
        ? 'against'
        : f.tappedG < f.needG
          ? 'for'
          : 'against',
  'level-unseen': (f: HeatFacts) => unseen(f, 'level'),
  'vents-unseen': (f: HeatFacts) => (f.seen.has('metal-at-vent') ? 'against' : unseen(f, 'vents')),
  'sand-unseen': (f: HeatFacts) => unseen(f, 'dry'),
  'moulds-unseen': (f: HeatFacts) => (f.seen.has('mould-cold') ? 'for' : unseen(f, 'ingot-moulds')),
  'feed-unseen': (f: HeatFacts) => when(f.fed, f.fed === false),
  // Charcoal feeds it; a dirty charge is a cause of its own.
  'gas-fed': (f: HeatFacts) => (f.cover === 'cover-charcoal' && isGassy(f) ? 'for' : 'silent'),
  'not-degassed': (f: HeatFacts) =>
    f.degassed || !f.family || !metalFacts(f.family.metal).degassed
      ? 'against'
      : f.skipped.has('degas')
        ? 'for'
        : 'silent',
  'not-deoxidised': (f: HeatFacts) =>
    f.family?.phosphorDeoxidised || f.wantsDeoxidant ? when(f.deoxidised, f.deoxidised === false) : 'against',
  'dirty-charge': (f: HeatFacts) =>
    f.coatings.length > 0 || f.forms.some((form) => form === 'painted' || form === 'oily-turnings')
      ? 'for'
      : f.forms.length > 0
        ? 'against'
        : 'silent',
  'thin-ware': (f: HeatFacts) =>
    f.forms.length === 0 ? 'silent' : f.forms.some((form) => THIN_FORMS.has(form)) ? 'for' : 'against',
  'held-long': (f: HeatFacts) => when(f.heldMin, (f.heldMin ?? 0) > LONG_MIN),
  'aluminium-in-tin-bronze': (f: HeatFacts) =>
    poisonsOf(f.family)
      .filter(({ elements }) => elements.includes('Al'))
      .map(({ overPct }) => when(f.composition.Al ?? 0, (f.composition.Al ?? 0) > overPct))[0] ?? 'against',
  'zinc-hot': (f: HeatFacts) =>
    f.zincInOverC !== null ? when(f.zincInOverC, f.zincInOverC > ZINC_HOT_C) : f.smoked ? 'for' : 'silent',
  bare: (f: HeatFacts) => when(f.cover, f.cover === 'cover-bare'),
  'zinc-below': (f: HeatFacts) => when(f.zincBelow, f.zincBelow === true),
  'lead-bismuth': (f: HeatFacts) =>
    (f.composition.Bi ?? 0) > BEADS_PCT || (f.composition.Pb ?? 0) > 2 * BEADS_PCT ? 'for' : 'against',
  'tin-low': ({ limits, composition }: HeatFacts) =>
    when(composition.Sn === undefined ? null : limits.Sn?.min, (composition.Sn ?? 0) < (limits.Sn?.min ?? 0)),
  'lead-high': ({ limits, composition }: HeatFacts) =>
    Object.keys(composition).length === 0
      ? 'silent'
      : when(composition.Pb ?? 0, (composition.Pb ?? 0) > (limits.Pb?.max ?? DULLS_PCT)),
  'bar-fault': (f: HeatFacts) => (f.filletBreaks >= BARS_AT_FAULT || f.barFault ? 'for' : 'silent'),
  'off-spec': (f: HeatFacts) => when(f.offSpec, f.offSpec === true),
  'never-logged': () => 'silent',
  unfired: (f: HeatFacts) => when(f.unfired, f.unfired === true),
  'emptied-unticked': (f: HeatFacts) => (f.emptied ? 'against' : f.skipped.has('empty') ? 'for' : 'silent'),
  borax: (f: HeatFacts) => (f.fluxes.some((id) => /borax|glass/.test(id)) ? 'for' : 'silent'),
  brim: (f: HeatFacts) => when(f.fullness, (f.fullness ?? 0) > 1),
  'mould-cold': (f: HeatFacts) => (f.seen.has('mould-cold') ? 'for' : unseen(f, 'ingot-moulds')),
  'soda-or-borax': (f: HeatFacts) =>
    f.fluxes.some((id) => ['flux-soda', 'cover-glass', 'cover-glass-lid'].includes(id)) ? 'for' : 'against',
}

export interface RankedCause extends Cause {
  says: Says
  score: number
}

const isGassy = ({ gasGrade }: HeatFacts): boolean => (gasGrade ?? 0) >= GASSY
/** A cause of pores counts so much more in a metal known for taking up gas. Engineering judgement. */
const GASSY_WEIGHT = 2

/** How much the log counts against how often a cause is the one. */
const FOR = 3
const AGAINST = 0.15

/**
 * Causes of a symptom, the commonest first, where no log says more.
 * @throws RangeError for an unknown symptom
 * @source data/troubles.json; the weights are engineering judgement
 * @example causesOf('rounded')[0].weight // 3
 */
export function causesOf(symptom: string): Cause[] {
  if (!SYMPTOMS.some(({ id }) => id === symptom)) throw new RangeError(`no symptom "${symptom}"`)
  return TROUBLES.causes.filter((cause) => cause.for.includes(symptom)).sort((a, b) => b.weight - a.weight)
}

/**
 * Causes of a symptom, the likeliest first: how often each is the one, times what this heat's log says of it.
 * @throws RangeError for an unknown symptom
 * @source data/troubles.json; the weights are engineering judgement
 */
export function rankCauses(symptom: string, facts: HeatFacts): RankedCause[] {
  return causesOf(symptom)
    .filter(({ metals }) => !metals || !facts.family || metals.includes(facts.family.metal))
    .map((cause) => {
      const says: Says = EVIDENCE[cause.evidence](facts)
      return {
        ...cause,
        says,
        score:
          cause.weight *
          (cause.gassy && isGassy(facts) ? GASSY_WEIGHT : 1) *
          (says === 'for' ? FOR : says === 'against' ? AGAINST : 1),
      }
    })
    .sort((a, b) => b.score - a.score)
}
