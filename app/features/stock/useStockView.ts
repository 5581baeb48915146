import { t } from '~/words'
import { totalG } from '#core/lists'
import { everyWord } from '~/shared/fields/every-word'
import { computed, reactive, ref, watch } from 'vue'
import { claims, heatStamp, type Claim } from '#core/heat'
import { mainMetal, type Coating, type Knowledge, type Lot, type LotKind } from '#core/stock'
import { useYard } from '~/storage/yard-store'
import { METAL_BINS } from './stock-words'

const BINS = [
  { id: 'Cu', name: METAL_BINS.Cu },
  { id: 'Al', name: METAL_BINS.Al },
  { id: 'other', name: t('stock.group-tin-zinc') },
] as const
export type StockOrder = 'bin' | 'name' | 'mass' | 'price' | 'new'
/** From here on a list serves better than cards. */
const MANY = 60

const binOf = (lot: Lot): string => {
  const metal = mainMetal(lot)
  return metal === 'Cu' || metal === 'Al' ? metal : 'other'
}

/** What is to be seen of the stock; all of it where nothing is said. */
interface Filter {
  metal: '' | 'Cu' | 'Al' | 'other'
  kind: '' | LotKind
  knowledge: '' | Knowledge
  coating: '' | 'clean' | Coating
  held: '' | 'free' | 'held' | 'empty'
}

/** The lots as they are looked at: searched, filtered, sorted, and what planned heats hold of each. */
export function useStockView() {
  const yard = useYard()
  const search = ref('')
  const order = ref<StockOrder>('bin')
  const filter = reactive<Filter>({ metal: '', kind: '', knowledge: '', coating: '', held: '' })
  const asList = ref(false)
  watch(
    () => yard.lots.length > MANY,
    (many) => (asList.value = many),
    { immediate: true },
  )

  const held = computed(() => claims(yard.heats))
  const heldG = (lot: Lot) => totalG(held.value.get(lot.id) ?? [])
  /** "1.2 kg kept for H-013" for every heat that holds some. */
  const heldWords = (lot: Lot, grams: (value: number) => string) =>
    (held.value.get(lot.id) ?? []).map(({ heat, massG, weighed }: Claim) =>
      t(weighed ? 'stock.weighed-for' : 'stock.reserved-for', { mass: grams(massG), heat: heatStamp(heat) }),
    )

  const found = computed(() => {
    const asked = everyWord(search.value)
    return yard.lots.filter((lot) => {
      const { name, note, kind, whereFrom = '', composition } = lot
      return (
        asked(`${name} ${note} ${kind} ${whereFrom} ${Object.keys(composition).join(' ')}`) && passes(lot)
      )
    })
  })
  function passes(lot: Lot): boolean {
    const { metal, kind, knowledge, coating, held: holding } = filter
    const on = lot.coatings ?? []
    return (
      (!metal || binOf(lot) === metal) &&
      (!kind || lot.kind === kind) &&
      (!knowledge || lot.knowledge === knowledge) &&
      (!coating || (coating === 'clean' ? on.length === 0 : on.includes(coating))) &&
      (!holding ||
        (holding === 'empty' ? lot.massG <= 0 : holding === 'held' ? heldG(lot) > 0 : lot.massG > heldG(lot)))
    )
  }
  const filtered = computed(() => Object.values(filter).filter(Boolean).length)
  function showAll(): void {
    Object.assign(filter, { metal: '', kind: '', knowledge: '', coating: '', held: '' })
    search.value = ''
  }

  const sorted = computed(() => {
    const list = [...found.value]
    if (order.value === 'name') list.sort((a, b) => a.name.localeCompare(b.name))
    if (order.value === 'mass') list.sort((a, b) => b.massG - a.massG)
    if (order.value === 'price') list.sort((a, b) => b.pricePerKg - a.pricePerKg)
    if (order.value === 'new') list.sort((a, b) => b.createdAt.localeCompare(a.createdAt))
    return list
  })
  const bins = computed(() =>
    order.value !== 'bin'
      ? [{ id: 'all', name: t('stock.all-lots'), lots: sorted.value }].filter(({ lots }) => lots.length > 0)
      : BINS.map((bin) => ({ ...bin, lots: found.value.filter((lot) => binOf(lot) === bin.id) })).filter(
          ({ lots }) => lots.length > 0,
        ),
  )

  return { search, order, filter, filtered, showAll, asList, found, bins, heldG, heldWords }
}

export type StockView = ReturnType<typeof useStockView>
