import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { toPsi, type EVIDENCE, type MetalTest } from '#core/heat'
import { useUnits } from '~/shared/units/useUnits'

export const TEST_WORDS: Readonly<Record<MetalTest['kind'], string>> = {
  density: t('parts.density'),
  hardness: t('parts.hardness'),
  tensile: t('parts.tensile'),
  bend: t('parts.bend'),
  ring: t('parts.ring'),
  colour: t('parts.colour'),
  fracture: t('parts.fracture'),
  cooling: t('parts.cooling'),
  resistance: t('parts.resistance'),
  eddy: t('parts.eddy'),
}
export const PLACE_WORDS: Readonly<Record<MetalTest['place'], string>> = {
  'not-told': t('parts.place-not-given'),
  first: t('parts.first-poured'),
  last: t('parts.last-poured'),
  top: t('parts.top'),
  bottom: t('parts.bottom'),
  chill: t('parts.cast-in-metal'),
  sand: t('parts.cast-in-sand'),
}
export const BROKE_WORDS: Readonly<Record<MetalTest['brokeAt'], string>> = {
  'not-told': t('parts.place-not-given'),
  middle: t('parts.broke-middle'),
  fillet: t('parts.broke-fillet'),
  grip: t('parts.broke-grip'),
}

/** What a metal was inferred from, as it stands in a sentence. */
export const EVIDENCE_WORDS: Readonly<Record<(typeof EVIDENCE)[number], string>> = {
  mass: t('ledger.evidence-mass'),
  density: t('ledger.evidence-density'),
  liquidus: t('ledger.evidence-liquidus'),
  resistivity: t('ledger.evidence-resistivity'),
  hardness: t('ledger.evidence-hardness'),
  colour: t('ledger.evidence-colour'),
}

/** "43 500 psi": three figures, as such tests are good for. */
export const psiWords = (mpa: number): string =>
  t('parts.strength-psi', {
    strength: Number(toPsi(mpa).toPrecision(3)).toLocaleString('en').replaceAll(',', '\u202f'),
  })

/** A test of the metal, in a line. */
export function testWords(test: MetalTest, strengthMPa: number | null): string {
  const unit =
    { density: ` ${t('parts.g-cm')}`, hardness: ` ${test.scale}`, bend: '°', eddy: ' % IACS' }[
      test.kind as string
    ] ?? ''
  const value = test.kind === 'cooling' ? froze(test) : test.value === null ? '' : `${test.value}${unit}`
  const parts = [
    value,
    test.wire ? `${test.wire.millivolts} mV, ${test.wire.amps} A` : '',
    strengthMPa === null ? '' : `${fixed(strengthMPa, 0)} N/mm² (${psiWords(strengthMPa)})`,
    test.kind === 'tensile' && test.brokeAt !== 'not-told'
      ? t('parts.broke-at', { place: BROKE_WORDS[test.brokeAt] })
      : '',
    test.barFault ? t('parts.bar-fault-note') : '',
    test.text,
    test.place === 'not-told' ? '' : PLACE_WORDS[test.place],
  ].filter(Boolean)
  return `${TEST_WORDS[test.kind]}: ${parts.join(', ') || t('small.noted')}`
}

/** Where it froze, or how much was recorded of it. */
function froze({ value, curve }: MetalTest): string {
  if (curve) return t('parts.readings-of-a-curve', { readings: curve.points.length })
  return value === null ? '' : useUnits().degrees(value)
}
