import { mainElement } from '#core/composition'
import { nominalWhole } from './nominal'
import type { Alloy } from './schema'

/**
 * The metal an alloy holds most of, which makes its family: what it loses, which crucible it wants, what spoils it. Not
 * the element its specification calls the rest: a brass whose zinc is the rest is a copper alloy.
 * @returns symbol
 * @example baseMetal(cartridgeBrass) // 'Cu'
 */
export function baseMetal(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>): string {
  return mainElement(nominalWhole(alloy)) ?? alloy.base
}
