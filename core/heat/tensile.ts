import type { MetalTest } from './schema'

/**
 * Strength of a test bar: load at breaking over its section.
 * @returns N/mm² (MPa); null where load or section was not written down
 * @example tensileMPa({ loadN: 12_000, sectionMm2: 50 }) // 240
 */
export function tensileMPa({ loadN, sectionMm2 }: Pick<MetalTest, 'loadN' | 'sectionMm2'>): number | null {
  return loadN === null || sectionMm2 === null ? null : loadN / sectionMm2
}
