import { watch } from 'vue'
import { tellHeatIn } from '~/words'
import { useYard } from '~/storage/yard-store'

/** What messages and tables say of temperatures is told in the yard's scale, from now on. */
export function keepHeatScale(): void {
  const yard = useYard()
  watch(() => yard.settings.temperature, tellHeatIn, { immediate: true })
}
