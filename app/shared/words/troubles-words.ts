import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { counted } from '~/shared/units/figures'
import { heatStamp, type Seen } from '#core/heat'
import type { EvidenceId, HeatFacts, Reminder } from '#core/troubles'

type Line = (facts: HeatFacts) => string
const over = (celsius: number | null) =>
  t('parts.degrees-above-liquidus', { celsius: Math.round(celsius ?? 0) })

/** What the log says for each cause, and against it; the log's own figures put in. */
const LINES: Readonly<Record<EvidenceId, readonly [forIt: Line, against: Line]>> = {
  'superheat-low': [
    (f) =>
      f.skullG !== null && f.skullG > 0.1 * f.chargeG
        ? t('parts.evidence-skull', { percent: Math.round((100 * f.skullG) / f.chargeG) })
        : t('parts.evidence-poured-cold', { superheat: over(f.superheatC) }),
    (f) => t('parts.evidence-poured', { superheat: over(f.superheatC) }),
  ],
  'superheat-high': [
    (f) => t('parts.evidence-hottest', { superheat: over(f.hottestOverC) }),
    (f) => t('parts.evidence-never-hotter', { superheat: over(f.hottestOverC) }),
  ],
  'pour-split': [() => t('parts.evidence-seen'), () => ''],
  'oxide-folded': [
    (f) => (f.skipped.has('skim') ? t('parts.evidence-not-skimmed') : t('parts.evidence-seen')),
    () => '',
  ],
  'thin-section': [
    (f) => t('parts.evidence-thin', { thickness: f.thinMm }),
    (f) => t('parts.evidence-thin', { thickness: f.thinMm }),
  ],
  'tapped-short': [
    (f) =>
      t('parts.evidence-short', {
        tappedMass: Math.round(f.tappedG ?? 0),
        neededMass: Math.round(f.needG ?? 0),
      }),
    (f) =>
      f.seen.has('metal-at-vent')
        ? t('parts.evidence-vent')
        : (f.tappedG ?? 0) < (f.needG ?? 0)
          ? t('parts.evidence-froze-in-pot')
          : t('parts.evidence-enough'),
  ],
  'level-unseen': [() => t('parts.evidence-unchecked'), () => t('parts.evidence-level')],
  'vents-unseen': [
    () => t('parts.evidence-unchecked'),
    (f) => (f.seen.has('metal-at-vent') ? t('parts.evidence-vent') : t('parts.evidence-vents')),
  ],
  'sand-unseen': [() => t('parts.evidence-unchecked'), () => t('parts.evidence-sand')],
  'moulds-unseen': [
    (f) => (f.seen.has('mould-cold') ? t('parts.evidence-mould-cold') : t('parts.evidence-unchecked')),
    () => t('parts.evidence-moulds-hot'),
  ],
  'feed-unseen': [() => t('parts.evidence-no-riser'), () => t('parts.evidence-riser')],
  'gas-fed': [() => t('parts.evidence-charcoal'), () => ''],
  'not-degassed': [() => t('parts.evidence-not-degassed'), () => t('parts.evidence-degassed')],
  'not-deoxidised': [() => t('parts.evidence-not-deoxidised'), () => t('parts.evidence-deoxidised')],
  'dirty-charge': [
    (f) =>
      t('parts.evidence-dirty', {
        things: [...new Set([...f.coatings, ...f.forms.filter((form) => /paint|oil/.test(form))])].join(', '),
      }),
    () => t('parts.evidence-clean'),
  ],
  'thin-ware': [() => t('parts.evidence-thin-scrap'), () => t('parts.evidence-no-thin-scrap')],
  'held-long': [
    (f) => t('parts.evidence-held', { time: counted(Math.round(f.heldMin ?? 0), 'minute') }),
    (f) => t('parts.evidence-held', { time: counted(Math.round(f.heldMin ?? 0), 'minute') }),
  ],
  'aluminium-in-tin-bronze': [
    (f) => t('parts.evidence-aluminium', { percent: fixed(f.composition.Al ?? 0, 3) }),
    () => t('parts.evidence-no-aluminium'),
  ],
  'zinc-hot': [
    (f) =>
      f.zincInOverC === null
        ? t('parts.evidence-smoke')
        : t('parts.evidence-zinc-added', { superheat: over(f.zincInOverC) }),
    (f) => t('parts.evidence-zinc-added', { superheat: over(f.zincInOverC) }),
  ],
  bare: [() => t('parts.evidence-bare'), () => t('parts.evidence-covered')],
  'zinc-below': [() => t('parts.evidence-zinc-low'), () => t('parts.evidence-zinc-right')],
  'lead-bismuth': [
    (f) =>
      t('parts.evidence-lead-bismuth', {
        percent: fixed((f.composition.Pb ?? 0) + (f.composition.Bi ?? 0), 1),
      }),
    () => t('parts.evidence-little-lead'),
  ],
  'tin-low': [
    (f) =>
      t('parts.evidence-tin-low', {
        tinPct: fixed(f.composition.Sn ?? 0, 1),
        limitPct: fixed(f.limits.Sn?.min ?? 0, 1),
      }),
    (f) => t('parts.evidence-tin-enough', { tinPct: fixed(f.composition.Sn ?? 0, 1) }),
  ],
  'lead-high': [
    (f) => t('parts.evidence-lead', { leadPct: fixed(f.composition.Pb ?? 0, 2) }),
    (f) => t('parts.evidence-lead', { leadPct: fixed(f.composition.Pb ?? 0, 2) }),
  ],
  'bar-fault': [
    (f) =>
      f.filletBreaks > 1
        ? t('parts.evidence-fillets', { count: f.filletBreaks })
        : t('parts.evidence-bar-fault'),
    () => '',
  ],
  'off-spec': [() => t('parts.evidence-off-spec'), () => t('parts.evidence-in-spec')],
  'never-logged': [() => '', () => ''],
  unfired: [() => t('parts.evidence-unfired'), () => t('parts.evidence-fired')],
  'emptied-unticked': [() => t('parts.evidence-not-emptied'), () => t('parts.evidence-emptied')],
  borax: [() => t('parts.evidence-borax'), () => ''],
  brim: [
    (f) => t('parts.evidence-fullness', { percent: Math.round(100 * (f.fullness ?? 0)) }),
    (f) => t('parts.evidence-fullness', { percent: Math.round(100 * (f.fullness ?? 0)) }),
  ],
  'mould-cold': [
    (f) => (f.seen.has('mould-cold') ? t('parts.evidence-mould-cold') : t('parts.evidence-unchecked')),
    () => t('parts.evidence-moulds-hot'),
  ],
  'soda-or-borax': [() => t('parts.evidence-soda'), () => t('parts.evidence-no-flux')],
}

/** What this heat's log says of a cause. */
export function evidenceWords(id: EvidenceId, says: 'for' | 'against' | 'silent', facts: HeatFacts): string {
  if (says === 'silent') return t('parts.evidence-none')
  const [forIt, against] = LINES[id]
  return says === 'for'
    ? t('parts.evidence-for', { facts: forIt(facts) })
    : t('parts.evidence-against', { facts: against(facts) })
}

/** What can be told of a pour with one press. */
export const SEEN_WORDS: Readonly<Record<Seen, string>> = {
  'pour-interrupted': t('parts.seen-interrupted'),
  'metal-at-vent': t('parts.seen-vent'),
  'boiled-over': t('parts.seen-boil-over'),
  misrun: t('parts.seen-short'),
  'mould-cold': t('parts.seen-mould-cold'),
  'bent-unbroken': t('parts.seen-sprue-bent'),
}

/** Something to mind, and how often it was learned. */
export const reminderWords = ({ change, fromHeat, times }: Reminder): string =>
  times > 1
    ? t('parts.reminder-repeated', { change, heatNumber: heatStamp(fromHeat), count: times - 1 })
    : t('parts.reminder', { change, heatNumber: heatStamp(fromHeat) })

/** Three bars and more that broke at the fillet. */
export const BARS_WORDS = t('parts.conclusion-fillet')
