import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { counted } from '~/shared/units/figures'
import { heatStamp, type Seen } from '#core/heat'
import type { EvidenceId, HeatFacts, Reminder } from '#core/troubles'

type Line = (facts: HeatFacts) => string
const over = (celsius: number | null) => t('parts.c-over-the-liquidus', { celsius: Math.round(celsius ?? 0) })

/** What the log says for each cause, and against it; the log's own figures put in. */
const LINES: Readonly<Record<EvidenceId, readonly [forIt: Line, against: Line]>> = {
  'superheat-low': [
    (f) =>
      f.skullG !== null && f.skullG > 0.1 * f.chargeG
        ? t('parts.of-the-charge-froze-in-the', { round: Math.round((100 * f.skullG) / f.chargeG) })
        : t('parts.poured-under-60-c', { superheatC: over(f.superheatC) }),
    (f) => t('parts.poured', { superheatC: over(f.superheatC) }),
  ],
  'superheat-high': [
    (f) => t('parts.it-stood', { hottestOverC: over(f.hottestOverC) }),
    (f) => t('parts.never-hotter-than', { hottestOverC: over(f.hottestOverC) }),
  ],
  'pour-split': [() => t('parts.it-was-seen'), () => ''],
  'oxide-folded': [
    (f) => (f.skipped.has('skim') ? t('parts.it-was-not-skimmed') : t('parts.it-was-seen')),
    () => '',
  ],
  'thin-section': [
    (f) => t('parts.the-thinnest-section-is-mm', { thinMm: f.thinMm }),
    (f) => t('parts.the-thinnest-section-is-mm', { thinMm: f.thinMm }),
  ],
  'tapped-short': [
    (f) =>
      t('parts.g-came-out-g-were-wanted', {
        tappedG: Math.round(f.tappedG ?? 0),
        needG: Math.round(f.needG ?? 0),
      }),
    (f) =>
      f.seen.has('metal-at-vent')
        ? t('parts.metal-was-seen-at-the-vent')
        : (f.tappedG ?? 0) < (f.needG ?? 0)
          ? t('parts.there-was-enough-some-of-it')
          : t('parts.as-much-came-out-as-was'),
  ],
  'level-unseen': [() => t('parts.it-was-not-ticked-before-the'), () => t('parts.the-level-was-looked-at')],
  'vents-unseen': [
    () => t('parts.it-was-not-ticked-before-the'),
    (f) =>
      f.seen.has('metal-at-vent')
        ? t('parts.metal-was-seen-at-the-vent')
        : t('parts.the-vents-were-looked-at'),
  ],
  'sand-unseen': [() => t('parts.it-was-not-ticked-before-the'), () => t('parts.the-sand-was-looked-at')],
  'moulds-unseen': [
    (f) =>
      f.seen.has('mould-cold')
        ? t('parts.the-mould-was-seen-to-be')
        : t('parts.it-was-not-ticked-before-the'),
    () => t('parts.ingot-moulds-were-hot-and-dry'),
  ],
  'feed-unseen': [() => t('parts.the-gating-has-no-riser'), () => t('parts.the-gating-has-a-riser')],
  'gas-fed': [() => t('parts.charcoal-was-its-cover'), () => ''],
  'not-degassed': [() => t('parts.degassing-was-skipped'), () => t('parts.it-was-degassed')],
  'not-deoxidised': [() => t('parts.deoxidising-was-skipped'), () => t('parts.it-was-deoxidised-or-does-so')],
  'dirty-charge': [
    (f) =>
      t('parts.in-the-charge', {
        join: [...new Set([...f.coatings, ...f.forms.filter((form) => /paint|oil/.test(form))])].join(', '),
      }),
    () => t('parts.the-charge-was-clean-by-its'),
  ],
  'thin-ware': [() => t('parts.thin-ware-was-in-the-charge'), () => t('parts.no-thin-ware-was-in-the')],
  'held-long': [
    (f) => t('parts.held', { heldMin: counted(Math.round(f.heldMin ?? 0), 'minute') }),
    (f) => t('parts.held', { heldMin: counted(Math.round(f.heldMin ?? 0), 'minute') }),
  ],
  'aluminium-in-tin-bronze': [
    (f) => t('parts.it-holds-aluminium', { toFixed: fixed(f.composition.Al ?? 0, 3) }),
    () => t('parts.no-aluminium-to-speak-of'),
  ],
  'zinc-hot': [
    (f) =>
      f.zincInOverC === null
        ? t('parts.the-log-tells-of-smoke-or')
        : t('parts.zinc-went-in', { zincInOverC: over(f.zincInOverC) }),
    (f) => t('parts.zinc-went-in', { zincInOverC: over(f.zincInOverC) }),
  ],
  bare: [() => t('parts.the-melt-had-no-cover'), () => t('parts.the-melt-was-covered')],
  'zinc-below': [() => t('parts.zinc-is-below-its-limit-in'), () => t('parts.zinc-is-where-it-should-be')],
  'lead-bismuth': [
    (f) =>
      t('parts.it-holds-lead-and-bismuth', {
        toFixed: fixed((f.composition.Pb ?? 0) + (f.composition.Bi ?? 0), 1),
      }),
    () => t('parts.little-lead-or-bismuth'),
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
        ? t('parts.bars-broke-at-the-fillet', { filletBreaks: f.filletBreaks })
        : t('parts.the-bar-was-marked-as-at'),
    () => '',
  ],
  'off-spec': [() => t('parts.it-is-outside-its-limits'), () => t('parts.it-is-inside-its-limits')],
  'never-logged': [() => '', () => ''],
  unfired: [() => t('parts.the-crucible-was-never-fired'), () => t('parts.the-crucible-was-fired-before')],
  'emptied-unticked': [
    () => t('parts.emptying-and-slow-cooling-were-skipped'),
    () => t('parts.it-was-emptied-and-put-back'),
  ],
  borax: [() => t('parts.borax-or-glass-was-in-it'), () => ''],
  brim: [
    (f) => t('parts.it-held-of-what-it-takes', { round: Math.round(100 * (f.fullness ?? 0)) }),
    (f) => t('parts.it-held-of-what-it-takes', { round: Math.round(100 * (f.fullness ?? 0)) }),
  ],
  'mould-cold': [
    (f) =>
      f.seen.has('mould-cold')
        ? t('parts.the-mould-was-seen-to-be')
        : t('parts.it-was-not-ticked-before-the'),
    () => t('parts.ingot-moulds-were-hot-and-dry'),
  ],
  'soda-or-borax': [() => t('parts.soda-glass-or-borax-was-in'), () => t('parts.no-flux-that-eats-clay')],
}

/** What this heat's log says of a cause. */
export function evidenceWords(id: EvidenceId, says: 'for' | 'against' | 'silent', facts: HeatFacts): string {
  if (says === 'silent') return t('parts.nothing-that-was-written-down-speaks')
  const [forIt, against] = LINES[id]
  return says === 'for'
    ? t('parts.speaks-for-it', { facts: forIt(facts) })
    : t('parts.speaks-against-it', { facts: against(facts) })
}

/** What can be told of a pour with one press. */
export const SEEN_WORDS: Readonly<Record<Seen, string>> = {
  'pour-interrupted': t('parts.the-pour-was-interrupted'),
  'metal-at-vent': t('parts.metal-came-up-at-the-vent'),
  'boiled-over': t('parts.it-boiled-over'),
  misrun: t('parts.a-casting-did-not-fill'),
  'mould-cold': t('parts.the-mould-was-cold'),
  'bent-unbroken': t('parts.a-sprue-bent-without-breaking'),
}

/** Something to mind, and how often it was learned. */
export const reminderWords = ({ change, fromHeat, times }: Reminder): string =>
  `${change} (${heatStamp(fromHeat)}${times > 1 ? t('parts.and-more-before-it-it-keeps', { times: times - 1 }) : ''})`

/** Three bars and more that broke at the fillet. */
export const BARS_WORDS = t('parts.the-bars-broke-at-the-fillet')
