import { t, told } from '~/words'
import { computed, ref, watch } from 'vue'
import { predictMelt } from '#core/charge'
import { alloyCastability } from '#core/casting'
import { findAlloy } from '#core/alloys'
import { alloyRecovery } from '#core/families'
import { byId, present } from '#core/lists'
import { metallicYieldOf } from '#core/losses'
import { blendOfGuesses, countThinWare, SCRAP_BOOK, THIN_WARE, type Lot } from '#core/stock'

/** Cans melt as wrought aluminium does. */
const AS = present(findAlloy('3004'), t('stock.can-metal'))

/** Cans and foil by the count: what they weigh, the metal, the tap, by the yield a charge plans with. */
export function useCansAndFoil() {
  const wareId = ref('can')
  const pressed = ref(false)
  const known = ref<'count' | 'mass' | 'tap'>('count')
  const amount = ref<number | null>(100)
  const ware = computed(() => byId(THIN_WARE, wareId.value))
  const form = computed<Lot['form']>(() =>
    ware.value.id === 'can' && pressed.value ? 'cans-pressed' : ware.value.form,
  )
  const metal = computed(() => blendOfGuesses(byId(SCRAP_BOOK, ware.value.scrapId).likely))
  const yields = computed(() => {
    const { composition } = metal.value
    const lot = { id: 'ware', availableG: 1, pricePerKg: 0, metallicYield: 1, composition }
    return {
      metal: metallicYieldOf(form.value),
      recovery: predictMelt([{ massG: 1000, lot }], alloyRecovery(AS)).tapMassG / 1000,
    }
  })
  const sum = computed(() => countThinWare(ware.value, known.value, amount.value ?? 0, yields.value))
  watch(known, (now, before) => {
    if ((now === 'count') !== (before === 'count')) amount.value = now === 'count' ? 100 : 1000
  })
  const asLot = (): Partial<Lot> => ({
    name: told(ware.value.name),
    massG: Number(sum.value.massG.toFixed(1)),
    form: form.value,
    knowledge: 'guess',
    ...metal.value,
  })
  return { wareId, pressed, known, amount, ware, yields, sum, asLot, casts: alloyCastability(AS) }
}
