import { t, told } from '~/words'
import { nextTick, reactive } from 'vue'
import { amountOf, PILE_TILES, startingAmount, type PileAmount, type PileTile } from '#core/scrap-pile'
import { newLot, type Lot } from '#core/stock'
import { formatMass, type QuantityProblem } from '#core/units'
import { MOST, quantityWords } from '~/shared/fields/quantity-words'
import { useNotices } from '~/shared/page/useNotices'
import { useUnits } from '~/shared/units/useUnits'
import { now, useYard } from '~/storage/yard-store'

const KILOGRAM = 1000
/** A thing that is only weighed: there is no bucket and no piece to take it by. */
const WEIGHED = { bucketG: KILOGRAM }

/** A pile pointed at and weighed: every tap is a lot of the yard at once, every weight is put right in its place. */
export function useFirstPile() {
  const yard = useYard()
  const { announce } = useNotices()
  const { mass, grams } = useUnits()
  /** what was typed and what is wrong with it, by lot; it is not kept beyond the page */
  const typed = reactive<Record<string, string>>({})
  const faults = reactive<Record<string, string>>({})

  const lotOf = (tile: PileTile) => yard.lots.find(({ name }) => name === tile.name)
  const tileOf = (lot: Lot) => TILES.find(({ name }) => name === lot.name)
  const amount = (lot: Lot, text: string) => amountOf(plainAmount(text), tileOf(lot) ?? WEIGHED, mass.value)

  /** The first tap writes a lot down, a second goes to its weight. @returns the lot's id, null where nothing may be written */
  function tap(tile: PileTile): string | null {
    const there = lotOf(tile)
    if (there) return there.id
    const text = tile.starts === 'bucket' ? t('scrap-pile.a-bucketful') : startingAmount(tile)
    const started = text === null ? null : amountOf(plainAmount(text), tile, mass.value)
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
    faults[lot.id] = problem && leaving ? amountWords(problem) : ''
    if (problem || !read.ok || read.value.massG === lot.massG) return
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
    const { figure: value, unit } = formatMass(lot.massG, mass.value)
    return `${value} ${unit}`
  }

  /** What a count is taken to weigh. */
  function takenAs(lot: Lot): string {
    const read = amount(lot, shown(lot))
    const counted = read.ok ? read.value.counted : null
    const tile = tileOf(lot)
    // Once the page was loaded anew, what was counted stands in the note.
    if (!counted || !tile) return read.ok ? (NOTED.exec(lot.note)?.[0].trim() ?? '') : ''
    const one =
      counted.of === 'bucket'
        ? t('scrap-pile.bucket-source')
        : t('scrap-pile.one-piece', { piece: tile.piece?.one ?? t('small.piece') })
    const about = (massG: number) => grams(massG, massG < 100 ? 0.1 : massG < 2000 ? 1 : 100)
    return t('scrap-pile.counted-note', {
      mass: about(lot.massG),
      piece: one,
      pieceMass: about(counted.eachG),
    })
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

const amountWords = (problem: QuantityProblem): string =>
  problem === 'unknown-unit' || problem === 'not-a-number'
    ? t('scrap-pile.needs-mass')
    : problem === 'two-readings'
      ? t('scrap-pile.ambiguous-number')
      : quantityWords(problem, 'mass')

const plainFigure = (value: number) => String(Number(value.toPrecision(4)))

/** The tiles by their names in the language: what is written down of a tap is called so, too. */
export const TILES: readonly PileTile[] = PILE_TILES.map((tile) => ({
  ...tile,
  name: told(tile.name),
  ...(tile.piece ? { piece: { ...tile.piece, one: told(tile.piece.one), many: told(tile.piece.many) } } : {}),
}))

/** How such a note begins, whatever its figures. */
const NOTED = new RegExp(
  `^${t('scrap-pile.not-weighed-note', { count: '#', pieces: '#', pieceMass: '#' })
    .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
    .replaceAll('#', '.*?')} ?`,
)

/** A lot whose mass was not weighed says so as long as it is so. */
function noted(lot: Lot, tile: PileTile | undefined, { counted }: PileAmount): Lot {
  if (!tile) return { ...lot, note: lot.note.replace(NOTED, '') }
  const { one = t('small.piece'), many = t('small.pieces') } = tile.piece ?? {}
  const [single, several] = counted?.of === 'piece' ? [one, many] : [t('small.bucket'), t('small.buckets')]
  const counting = counted
    ? t('scrap-pile.not-weighed-note', {
        count: plainFigure(counted.count),
        pieces: counted.count === 1 ? single : several,
        pieceMass: plainFigure(counted.eachG),
      })
    : ''
  return { ...lot, note: [counting, tile.told.note].filter(Boolean).join(' ') }
}

/** Buckets as the language calls them, in the words amounts are read by. */
function plainAmount(text: string): string {
  const said = text.trim().toLowerCase()
  if (said === t('scrap-pile.a-bucketful').toLowerCase()) return 'a bucketful'
  if (said === t('scrap-pile.half-a-bucket').toLowerCase()) return 'half a bucket'
  return text.replace(new RegExp(`\\b${t('scrap-pile.bucket')}\\b`, 'i'), 'bucket')
}

/** Takes the hand to the weight of a lot, its figure ready to be typed over. */
export async function toWeightOf(id: string): Promise<void> {
  await nextTick()
  const field = document.querySelector<HTMLInputElement>(`[data-amount="${CSS.escape(id)}"]`)
  field?.focus()
  field?.select()
}
