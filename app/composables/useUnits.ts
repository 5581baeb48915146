import { computed } from 'vue'
import { formatMass, formatTemperature } from '#core/units'
import { useYard } from '~/stores/yard'

/** Masses, temperatures and money as this yard writes them. */
export function useUnits() {
  const yard = useYard()
  const mass = computed(() => yard.settings.mass)
  const temperature = computed(() => yard.settings.temperature)

  /** "1 652 g"; `stepG` is the finest step worth showing. */
  function grams(value: number, stepG = 1): string {
    const { figure, unit } = formatMass(value, mass.value, stepG)
    return `${figure}\u00a0${unit}`
  }
  function degrees(celsius: number): string {
    return formatTemperature(celsius, temperature.value)
  }
  function money(value: number): string {
    return `${yard.settings.currency}\u00a0${value.toFixed(2)}`
  }
  return { mass, temperature, grams, degrees, money }
}
