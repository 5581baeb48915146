import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { toPsi, type MetalTest } from '#core/heat'

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
  'not-told': t('parts.not-told'),
  first: t('parts.first-poured'),
  last: t('parts.last-poured'),
  top: t('parts.top'),
  bottom: t('parts.bottom'),
  chill: t('parts.cast-in-metal'),
  sand: t('parts.cast-in-sand'),
}
export const BROKE_WORDS: Readonly<Record<MetalTest['brokeAt'], string>> = {
  'not-told': t('parts.not-told'),
  middle: t('parts.in-the-middle'),
  fillet: t('parts.at-the-fillet'),
  grip: t('parts.in-the-grip'),
}

/** "43 500 psi": three figures, as such tests are good for. */
export const psiWords = (mpa: number): string =>
  t('parts.psi', {
    replaceAll: Number(toPsi(mpa).toPrecision(3)).toLocaleString('en').replaceAll(',', '\u202f'),
  })

/** A test of the metal, in a line. */
export function testWords(test: MetalTest, strengthMPa: number | null): string {
  const unit =
    { density: ` ${t('parts.g-cm')}`, hardness: ` ${test.scale}`, bend: '°' }[test.kind as string] ?? ''
  const parts = [
    test.value === null ? '' : `${test.value}${unit}`,
    strengthMPa === null ? '' : `${fixed(strengthMPa, 0)} N/mm² (${psiWords(strengthMPa)})`,
    test.kind === 'tensile' && test.brokeAt !== 'not-told'
      ? t('parts.broke', { BROKE_WORDS: BROKE_WORDS[test.brokeAt] })
      : '',
    test.barFault ? t('parts.the-bar-itself-was-at-fault') : '',
    test.text,
    test.place === 'not-told' ? '' : PLACE_WORDS[test.place],
  ].filter(Boolean)
  return `${TEST_WORDS[test.kind]}: ${parts.join(', ') || t('small.noted')}`
}
