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
  const rules = TABLE.metals[metal].classify
  const found = rules.find(({ any, forms }) => {
    if (!any && !forms) return true
    const byForm = forms?.includes(form) ?? false
    return (
      byForm ||
      (any?.some(({ of, over, atLeast }) => {
        const pct = of.reduce((sum, symbol) => sum + (composition[symbol] ?? 0), 0)
        return over !== undefined ? pct > over : pct >= atLeast!
      }) ??
        false)
    )
  })
  return (found ?? rules.at(-1)!).as
}
