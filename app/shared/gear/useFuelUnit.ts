import type { FUELS } from '#core/gear'
import { fixed } from '~/shared/units/decimal-mark'
import { useUnits } from '~/shared/units/useUnits'

type Fuel = Pick<(typeof FUELS)[number], 'unit'>

/** What is burnt, as this yard measures it: fuel that is weighed is weighed in pounds where metal is. */
export function useFuelUnit() {
  const { pricedBy, perUnit } = useUnits()
  /** Propane and charcoal are; power is read off a meter. */
  const isWeighed = ({ unit }: Fuel) => unit === 'kg'
  /** "kg", "lb" or "kWh" */
  const unitOf = (fuel: Fuel): string => (isWeighed(fuel) ? pricedBy.value : fuel.unit)
  /** What stands for one of the table's units, kg or kWh, as for one of the yard's: a price, an energy. */
  const perUnitOf = (fuel: Fuel, each: number): number => (isWeighed(fuel) ? perUnit(each) : each)
  /** An amount in the table's units, in the yard's. */
  const toYard = (fuel: Fuel, amount: number): number => amount / perUnitOf(fuel, 1)
  /** And back. */
  const toTable = (fuel: Fuel, amount: number): number => perUnitOf(fuel, amount)
  /** An amount in the table's units, as a figure of the yard's. */
  function figure(fuel: Fuel, amount: number): string {
    const shown = toYard(fuel, amount)
    return shown < 10 ? fixed(shown, 2) : fixed(shown, 0)
  }
  return { isWeighed, unitOf, perUnitOf, toYard, toTable, figure }
}
