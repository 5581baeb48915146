import { toPsi, type MetalTest } from '#core/heat'

export const TEST_WORDS: Readonly<Record<MetalTest['kind'], string>> = {
  density: 'Density',
  hardness: 'Hardness',
  tensile: 'Tensile',
  bend: 'Bend',
  ring: 'Ring',
  colour: 'Colour',
  fracture: 'Fracture',
}
export const PLACE_WORDS: Readonly<Record<MetalTest['place'], string>> = {
  'not-told': 'not told',
  first: 'first poured',
  last: 'last poured',
  top: 'top',
  bottom: 'bottom',
  chill: 'cast in metal',
  sand: 'cast in sand',
}
export const BROKE_WORDS: Readonly<Record<MetalTest['brokeAt'], string>> = {
  'not-told': 'not told',
  middle: 'in the middle',
  fillet: 'at the fillet',
  grip: 'in the grip',
}

/** "43 500 psi": three figures, as such tests are good for. */
export const psiWords = (mpa: number): string =>
  `${Number(toPsi(mpa).toPrecision(3)).toLocaleString('en').replaceAll(',', '\u202f')} psi`

/** A test of the metal, in a line. */
export function testWords(test: MetalTest, strengthMPa: number | null): string {
  const unit = { density: ' g/cm³', hardness: ` ${test.scale}`, bend: '°' }[test.kind as string] ?? ''
  const parts = [
    test.value === null ? '' : `${test.value}${unit}`,
    strengthMPa === null ? '' : `${strengthMPa.toFixed(0)} N/mm² (${psiWords(strengthMPa)})`,
    test.kind === 'tensile' && test.brokeAt !== 'not-told' ? `broke ${BROKE_WORDS[test.brokeAt]}` : '',
    test.barFault ? 'the bar itself was at fault: says nothing of the alloy' : '',
    test.text,
    test.place === 'not-told' ? '' : PLACE_WORDS[test.place],
  ].filter(Boolean)
  return `${TEST_WORDS[test.kind]}: ${parts.join(', ') || 'noted'}`
}
