import { t } from '~/words'
import { nextTick, reactive } from 'vue'
import {
  amountOf,
  startingAmount,
  unitSaid,
  type BareUnit,
  type PileAmount,
  type PileTile,
} from '#core/scrap-pile'
import { newLot, type Lot } from '#core/stock'
import { MOST } from '~/shared/fields/quantity-words'
import { useNotices } from '~/shared/page/useNotices'
import { useUnits } from '~/shared/units/useUnits'
import {
  amountFault,
  countedWords,
  countWords,
  massText,
  notWeighedNote,
  TILES,
} from '~/shared/words/amount-words'
import { now, useYard } from '~/storage/yard-store'

const KILOGRAM = 1000
/** A thing that is only weighed: what a bucket or a piece of it weighs is not known. */
const WEIGHED = {}

/** A pile pointed at and weighed: every tap is a lot of the yard at once, every weight is put right in its place. */
export function useFirstPile() {
  const yard = useYard()
  const { announce } = useNotices()
  const { mass, grams } = useUnits()
  /** what was typed and what is wrong with it, by lot; it is not kept beyond the page */
  const typed = reactive<Record<string, string>>({})
  const faults = reactive<Record<string, string>>({})
  /** what a figure without a unit is in, by lot: as its field shows it */
  const bareIn = reactive<Record<string, BareUnit>>({})

  const lotOf = (tile: PileTile) => yard.lots.find(({ name }) => name === tile.name)
  const tileOf = (lot: Lot) => TILES.find(({ name }) => name === lot.name)
  const amount = (lot: Lot, text: string) =>
    amountOf(text, tileOf(lot) ?? WEIGHED, bareIn[lot.id] ?? mass.value)

  /** The first tap writes a lot down, a second goes to its weight. @returns the lot's id, null where nothing may be written */
  function tap(tile: PileTile): string | null {
    const there = lotOf(tile)
    if (there) return there.id
    const text = tile.starts === 'bucket' ? t('scrap-pile.a-bucketful') : startingAmount(tile)
    const started = text === null ? null : amountOf(text, tile, mass.value)
    const said = started?.ok ? started.value : { massG: KILOGRAM, counted: null }
    const id = crypto.randomUUID()
    const lot = newLot({ id, now: now() }, { ...tile.told, name: tile.name, massG: said.massG })
    if (
      !yard.commit(t('scrap-pile.add', { name: tile.name }), [
        { collection: 'lots', id, after: noted(lot, tile, said) },
      ])
    )
      return null
    if (text !== null) typed[id] = text
    if (said.counted) bareIn[id] = said.counted.of
    return id
  }

  /** An amount as it is typed: it counts as soon as it can be read. */
  function say(lot: Lot, text: string, leaving = false): void {
    typed[lot.id] = text
    const read = amount(lot, text)
    const problem = !read.ok
      ? read.problem
      : read.value.massG <= 0
        ? 'zero'
        : read.value.massG > (MOST.mass ?? Infinity)
          ? 'too-large'
          : null
    // Half a word is no fault yet.
    faults[lot.id] = problem && leaving ? amountFault(problem) : ''
    if (problem || !read.ok) return
    const said = unitSaid(text, read.value)
    if (leaving) {
      // "2" at a wheel is two wheels: the field says so.
      if (!said && read.value.counted) typed[lot.id] = countWords(read.value.counted, tileOf(lot))
      else if (said) bareIn[lot.id] = said
    }
    if (read.value.massG === lot.massG) return
    yard.commit(
      t('scrap-pile.weigh-lot', { lotName: lot.name }),
      [
        {
          collection: 'lots',
          id: lot.id,
          after: noted({ ...lot, massG: read.value.massG }, tileOf(lot), read.value),
          toldAnew: true,
        },
      ],
      `weigh-${lot.id}`,
    )
  }

  /** What stands in the field: what was typed as long as it means what the lot weighs, else its mass. */
  function shown(lot: Lot): string {
    const text = typed[lot.id]
    if (text !== undefined) {
      const read = amount(lot, text)
      if (!read.ok || faults[lot.id] || Math.abs(read.value.massG - lot.massG) < 1e-6) return text
    }
    return massText(lot.massG, mass.value)
  }

  /** What a count is taken to weigh. */
  function takenAs(lot: Lot): string {
    const read = amount(lot, shown(lot))
    const counted = read.ok ? read.value.counted : null
    const tile = tileOf(lot)
    // Once the page was loaded anew, what was counted stands in the note.
    if (!counted || !tile) return read.ok ? (NOTED.exec(lot.note)?.[0].trim() ?? '') : ''
    return countedWords(counted, tile, grams)
  }

  function remove(lot: Lot): void {
    if (
      !yard.commit(t('scrap-pile.remove-lot', { lotName: lot.name }), [
        { collection: 'lots', id: lot.id, after: null },
      ])
    )
      return
    announce(t('scrap-pile.removed', { lotName: lot.name }))
  }

  return { faults, lotOf, tileOf, tap, say, shown, takenAs, remove }
}

/** How such a note begins, whatever its figures. */
const NOTED = new RegExp(
  `^${t('scrap-pile.not-weighed-note', { count: '#', pieces: '#', pieceMass: '#' })
    .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
    .replaceAll('#', '.*?')} ?`,
)

/** A lot whose mass was not weighed says so as long as it is so. */
function noted(lot: Lot, tile: PileTile | undefined, { counted }: PileAmount): Lot {
  if (!tile) return { ...lot, note: lot.note.replace(NOTED, '') }
  const counting = counted ? notWeighedNote(counted, tile) : ''
  return { ...lot, note: [counting, tile.told.note].filter(Boolean).join(' ') }
}

/** Takes the hand to the weight of a lot, its figure ready to be typed over. */
export async function toWeightOf(id: string): Promise<void> {
  await nextTick()
  const field = document.querySelector<HTMLInputElement>(`[data-amount="${CSS.escape(id)}"]`)
  field?.focus()
  field?.select()
}
