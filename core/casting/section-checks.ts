import { MOULD_TABLE } from './mould-table'
import { partFigures, type Part } from './parts'

/** Something about the sections that a founder would say before the mould is made. */
export type SectionCheck =
  | { rule: 'thin'; part: string; mm: number; limitMm: number }
  | { rule: 'uneven'; part: string; thinMm: number; thickMm: number }
  | { rule: 'low-head'; headMm: number; limitMm: number }
  | { rule: 'open-mesh'; part: string; holes: number }
  | { rule: 'crossed-mesh'; part: string }

export const SECTION_SOURCE = MOULD_TABLE.sections.source

/**
 * Whether a section is so much thicker than another that it freezes long after it, and has to be fed.
 * @source engineering estimate, in data/moulds.json
 * @example wantsFeeding(5, 20) // true
 */
export const wantsFeeding = (thinMm: number, thickMm: number): boolean =>
  thickMm > MOULD_TABLE.sections.unevenRatio * thinMm

/**
 * Sections likely to misrun or to tear at a hot spot, and too little metal above the casting to press it full.
 * @param headMm top of the sprue over the top of the casting; null where it was not told
 * @source common practice and estimates, in data/moulds.json
 */
export function checkSections(parts: readonly Part[], headMm: number | null): SectionCheck[] {
  const { thinMm: limitMm, leastHeadMm } = MOULD_TABLE.sections
  const checks = parts.flatMap((part): SectionCheck[] => {
    const found: SectionCheck[] = []
    const { thinMm = null, thickMm = null } = partFigures(part) ?? {}
    if (thinMm !== null && thinMm > 0 && thinMm < limitMm)
      found.push({ rule: 'thin', part: part.name, mm: thinMm, limitMm })
    if (thinMm && thickMm && wantsFeeding(thinMm, thickMm))
      found.push({ rule: 'uneven', part: part.name, thinMm, thickMm })
    if (part.source.from === 'mesh' && part.source.holes > 0)
      found.push({ rule: 'open-mesh', part: part.name, holes: part.source.holes })
    if (part.source.from === 'mesh' && part.source.crowdedEdges > 0)
      found.push({ rule: 'crossed-mesh', part: part.name })
    return found
  })
  if (headMm !== null && headMm < leastHeadMm) checks.push({ rule: 'low-head', headMm, limitMm: leastHeadMm })
  return checks
}
