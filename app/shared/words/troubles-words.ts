import { counted } from '~/shared/units/figures'
import { heatStamp, type Seen } from '#core/heat'
import type { EvidenceId, HeatFacts, Reminder } from '#core/troubles'

type Line = (facts: HeatFacts) => string
const over = (celsius: number | null) => `${Math.round(celsius ?? 0)} °C over the liquidus`

/** What the log says for each cause, and against it; the log's own figures put in. */
const LINES: Readonly<Record<EvidenceId, readonly [forIt: Line, against: Line]>> = {
  'superheat-low': [
    (f) =>
      f.skullG !== null && f.skullG > 0.1 * f.chargeG
        ? `${Math.round((100 * f.skullG) / f.chargeG)} % of the charge froze in the crucible.`
        : `Poured ${over(f.superheatC)}: under 60 °C.`,
    (f) => `Poured ${over(f.superheatC)}.`,
  ],
  'superheat-high': [
    (f) => `It stood ${over(f.hottestOverC)}.`,
    (f) => `Never hotter than ${over(f.hottestOverC)}.`,
  ],
  'pour-split': [
    (f) => (f.seen.has('pour-interrupted') ? 'It was seen.' : 'The notes tell of a broken pour.'),
    () => '',
  ],
  'thin-section': [
    (f) => `The thinnest section is ${f.thinMm} mm.`,
    (f) => `The thinnest section is ${f.thinMm} mm.`,
  ],
  'tapped-short': [
    (f) => `${Math.round(f.tappedG ?? 0)} g came out, ${Math.round(f.needG ?? 0)} g were wanted.`,
    (f) =>
      f.seen.has('metal-at-vent')
        ? 'Metal was seen at the vent.'
        : (f.tappedG ?? 0) < (f.needG ?? 0)
          ? 'There was enough; some of it froze in the crucible.'
          : 'As much came out as was wanted.',
  ],
  'level-unseen': [() => '', () => 'The level was looked at.'],
  'vents-unseen': [
    () => '',
    (f) => (f.seen.has('metal-at-vent') ? 'Metal was seen at the vent.' : 'The vents were looked at.'),
  ],
  'sand-unseen': [() => '', () => 'The sand was looked at.'],
  'moulds-unseen': [() => 'The mould was seen to be cold.', () => 'Ingot moulds were hot and dry.'],
  'feed-unseen': [() => 'The remarks name riser or sinks.', () => ''],
  'not-degassed': [() => 'Degassing was skipped.', () => 'It was degassed.'],
  'not-deoxidised': [() => 'Deoxidising was skipped.', () => 'It was deoxidised, or does so itself.'],
  'dirty-charge': [
    (f) =>
      `In the charge: ${[...new Set([...f.coatings, ...f.forms.filter((form) => /paint|oil/.test(form))])].join(', ')}.`,
    () => 'The charge was clean by its bins.',
  ],
  'thin-ware': [() => 'Thin ware was in the charge.', () => 'No thin ware was in the charge.'],
  'held-long': [
    (f) =>
      f.heldMin === null
        ? 'The remarks tell of a long hold.'
        : `Held ${counted(Math.round(f.heldMin), 'minute')}.`,
    (f) => `Held ${counted(Math.round(f.heldMin ?? 0), 'minute')}.`,
  ],
  'aluminium-in-tin-bronze': [
    (f) => `It holds ${(f.composition.Al ?? 0).toFixed(3)} % aluminium.`,
    () => 'No aluminium to speak of.',
  ],
  'zinc-hot': [
    (f) =>
      f.zincInOverC === null
        ? 'The log tells of smoke, or of zinc too early.'
        : `Zinc went in ${over(f.zincInOverC)}.`,
    (f) => `Zinc went in ${over(f.zincInOverC)}.`,
  ],
  bare: [() => 'The melt had no cover.', () => 'The melt was covered.'],
  'zinc-below': [
    () => 'Zinc is below its limit in the assay.',
    () => 'Zinc is where it should be in the assay.',
  ],
  'lead-bismuth': [
    (f) => `It holds ${((f.composition.Pb ?? 0) + (f.composition.Bi ?? 0)).toFixed(1)} % lead and bismuth.`,
    () => 'Little lead or bismuth.',
  ],
  'bar-fault': [
    (f) =>
      f.filletBreaks > 1 ? `${f.filletBreaks} bars broke at the fillet.` : 'The bar was marked as at fault.',
    () => '',
  ],
  'off-spec': [() => 'It is outside its limits.', () => 'It is inside its limits.'],
  'never-logged': [() => '', () => ''],
  unfired: [() => 'The crucible was never fired.', () => 'The crucible was fired before.'],
  'emptied-unticked': [() => 'Emptying and slow cooling were skipped.', () => 'It was emptied and put back.'],
  borax: [() => 'Borax or glass was in it.', () => ''],
  brim: [
    (f) => `It held ${Math.round(100 * (f.fullness ?? 0))} % of what it takes.`,
    (f) => `It held ${Math.round(100 * (f.fullness ?? 0))} % of what it takes.`,
  ],
  'mould-cold': [() => 'The mould was seen to be cold.', () => 'Ingot moulds were hot and dry.'],
  'soda-or-borax': [() => 'Soda, glass or borax was in it.', () => 'No flux that eats clay.'],
}

/** What this heat's log says of a cause. */
export function evidenceWords(id: EvidenceId, says: 'for' | 'against' | 'silent', facts: HeatFacts): string {
  if (says === 'silent') return 'Nothing that was written down speaks for it or against it.'
  const [forIt, against] = LINES[id]
  return says === 'for' ? `Speaks for it: ${forIt(facts)}` : `Speaks against it: ${against(facts)}`
}

/** What can be told of a pour with one press. */
export const SEEN_WORDS: Readonly<Record<Seen, string>> = {
  'pour-interrupted': 'The pour was interrupted',
  'metal-at-vent': 'Metal came up at the vent',
  'boiled-over': 'It boiled over',
  misrun: 'A casting did not fill',
  'mould-cold': 'The mould was cold',
  'bent-unbroken': 'A sprue bent without breaking',
}

/** Something to mind, and how often it was learned. */
export const reminderWords = ({ change, fromHeat, times }: Reminder): string =>
  `${change} (${heatStamp(fromHeat)}${times > 1 ? `, and ${times - 1} more before it: it keeps happening` : ''})`

/** Three bars and more that broke at the fillet. */
export const BARS_WORDS =
  'The bars broke at the fillet: their corner is too sharp, the alloy is not to blame.'
