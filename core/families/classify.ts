import type { Composition } from '#core/composition'
import type { Addition, FamilyMetal } from './schema'
import { TABLE } from './table'

/**
 * The place of a lot in the order of additions to a melt.
 * @param metal the melt is mostly of
 * @param lot wt% and how it lies in its bin
 * @source data/families.json: classify of each metal; common practice
 * @example classifyAddition('Cu', { composition: { Cu: 70, Zn: 30 }, form: 'bar' }) // 'brass'
 */
export function classifyAddition(
  metal: FamilyMetal,
  { composition, form }: { composition: Composition; form: string },
): Addition {
  const share = (of: readonly string[]) => of.reduce((sum, symbol) => sum + (composition[symbol] ?? 0), 0)
  // The last rule has no condition: it always holds.
  return TABLE.metals[metal].classify.find(
    ({ any, forms }) =>
      (!any && !forms) ||
      forms?.includes(form) ||
      any?.some(({ of, over, atLeast }) => (over !== undefined ? share(of) > over : share(of) >= atLeast!)),
  )!.as
}
