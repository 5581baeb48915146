import type { EvidenceId, HeatFacts } from '#core/troubles'

type Line = (facts: HeatFacts) => string
const over = (celsius: number | null) => `${Math.round(celsius ?? 0)} °C over the liquidus`

/** What the log says for each cause, and against it; the log's own figures put in. */
const LINES: Readonly<Record<EvidenceId, readonly [forIt: Line, against: Line]>> = {
  'superheat-low': [
    (f) => `Poured ${over(f.superheatC)}: under 60 °C.`,
    (f) => `Poured ${over(f.superheatC)}.`,
  ],
  'superheat-high': [
    (f) => `It stood ${over(f.hottestOverC)}.`,
    (f) => `Never hotter than ${over(f.hottestOverC)}.`,
  ],
  'pour-split': [() => 'The remarks tell of a broken pour.', () => ''],
  'thin-section': [
    (f) => `The thinnest section is ${f.thinMm} mm.`,
    (f) => `The thinnest section is ${f.thinMm} mm.`,
  ],
  'tapped-short': [
    (f) => `${Math.round(f.tappedG ?? 0)} g came out, ${Math.round(f.needG ?? 0)} g were wanted.`,
    () => 'As much came out as was wanted.',
  ],
  'level-unseen': [() => 'The level was not looked at.', () => 'The level was looked at.'],
  'vents-unseen': [() => 'The vents were not looked at.', () => 'The vents were looked at.'],
  'sand-unseen': [() => 'The sand was not looked at.', () => 'The sand was looked at.'],
  'moulds-unseen': [() => 'Hot, dry ingot moulds were not ticked.', () => 'Ingot moulds were hot and dry.'],
  'feed-unseen': [() => 'The remarks name riser or sinks.', () => ''],
  'not-degassed': [
    () => 'It was not degassed.',
    (f) => (f.base === 'Al' ? 'It was degassed.' : 'Copper alloys are not degassed so.'),
  ],
  'not-deoxidised': [() => 'No deoxidant went in.', () => 'It was deoxidised, or does so itself.'],
  'dirty-charge': [
    (f) =>
      `In the charge: ${[...new Set([...f.coatings, ...f.forms.filter((form) => /paint|oil/.test(form))])].join(', ')}.`,
    () => 'The charge was clean by its bins.',
  ],
  'thin-ware': [() => 'Thin ware was in the charge.', () => 'No thin ware was in the charge.'],
  'held-long': [
    (f) =>
      f.heldMin === null ? 'The remarks tell of a long hold.' : `Held ${Math.round(f.heldMin)} minutes.`,
    (f) => `Held ${Math.round(f.heldMin ?? 0)} minutes.`,
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
  'bar-fault': [() => 'The bar was marked as at fault.', () => 'The bar itself was sound.'],
  'off-spec': [() => 'It is outside its limits.', () => 'It is inside its limits.'],
  'never-logged': [() => '', () => ''],
  unfired: [() => 'The crucible was never fired.', () => 'The crucible was fired before.'],
  'emptied-unticked': [
    () => 'Emptying and slow cooling were not ticked.',
    () => 'It was emptied and put back.',
  ],
  'soda-or-borax': [() => 'Soda, glass or borax was in it.', () => 'No flux that eats clay.'],
}

/** What this heat's log says of a cause. */
export function evidenceWords(id: EvidenceId, says: 'for' | 'against' | 'silent', facts: HeatFacts): string {
  if (says === 'silent') return 'The log says nothing of it.'
  const [forIt, against] = LINES[id]
  return says === 'for' ? `Speaks for it: ${forIt(facts)}` : `Speaks against it: ${against(facts)}`
}
