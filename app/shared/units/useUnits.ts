import { fixed, localFigures } from '~/shared/units/decimal-mark'
import { language, t } from '~/words'
import { computed } from 'vue'
import { formatLength, formatMass, formatTemperature, MM_IN, pricePer, priceUnit } from '#core/units'
import { useYard } from '~/storage/yard-store'

/** Whether the language writes the sign of money after its figure. */
const currencyLast =
  new Intl.NumberFormat(language, { style: 'currency', currency: 'EUR' }).formatToParts(1)[0]?.type !==
  'currency'

/** Masses, temperatures and money as this yard writes them. */
export function useUnits() {
  const yard = useYard()
  const mass = computed(() => yard.settings.mass)
  const length = computed(() => yard.settings.length ?? 'mm')
  const temperature = computed(() => yard.settings.temperature)

  /** "1 652 g"; `stepG` is the finest step worth showing. */
  function grams(value: number, stepG?: number): string {
    const { figure, unit } = formatMass(value, mass.value, stepG)
    return `${localFigures(figure)}\u00a0${unit}`
  }
  function degrees(celsius: number, digits = 0): string {
    return localFigures(formatTemperature(celsius, temperature.value, digits))
  }
  /** A difference of temperatures: "20 °C", "36 °F". */
  function degreesApart(celsius: number): string {
    return `${Math.round(celsius * (temperature.value === 'F' ? 1.8 : 1))}\u00a0°${temperature.value}`
  }
  function money(value: number): string {
    const { currency } = yard.settings
    return currencyLast ? `${fixed(value, 2)}\u00a0${currency}` : `${currency}\u00a0${fixed(value, 2)}`
  }
  /** What metal is priced by: "kg", or "lb" where masses are told in pounds or ounces. */
  const pricedBy = computed(() => priceUnit(mass.value))
  /** A price of a kilogram as one of what metal is priced by. */
  const perUnit = (perKg: number): number => pricePer(perKg, pricedBy.value)
  /** "€ 7.20/kg", "$ 3.27/lb"; nothing is what stands where nobody said a price. */
  const price = (perKg: number): string =>
    perKg > 0 ? `${money(perUnit(perKg))}/${pricedBy.value}` : t('small.no-price')
  /** What metal costs; nothing where nobody said a price. */
  const cost = (value: number): string => (value > 0 ? money(value) : t('small.no-price'))
  function mm(value: number): string {
    return localFigures(formatLength(value, length.value))
  }
  /** A length on a pattern, which is measured closer than a casting. */
  function patternMm(value: number): string {
    return length.value === 'in' ? `${fixed(value / MM_IN.in, 3)}\u00a0in` : `${fixed(value, 1)}\u00a0mm`
  }
  /** A volume beside its lengths: cubic centimetres, or cubic inches. */
  function volume(cm3: number): string {
    const value = length.value === 'in' ? (cm3 * 1000) / MM_IN.in ** 3 : cm3
    return `${localFigures(String(Number(value.toPrecision(3))))}\u00a0${length.value === 'in' ? 'in³' : 'cm³'}`
  }
  return {
    mass,
    temperature,
    length,
    grams,
    degrees,
    degreesApart,
    money,
    pricedBy,
    perUnit,
    price,
    cost,
    mm,
    patternMm,
    volume,
  }
}
