import type { MetalTest } from './schema'

/**
 * A test of the metal with nothing told yet.
 * @example blankTest('hardness').scale // 'HB'
 */
export const blankTest = (kind: MetalTest['kind']): Omit<MetalTest, 'id' | 'at'> => ({
  kind,
  place: 'not-told',
  value: null,
  scale: 'HB',
  loadN: null,
  sectionMm2: null,
  brokeAt: 'not-told',
  barFault: false,
  text: '',
  photos: [],
})
