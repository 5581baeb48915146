import { t, told } from '~/words'
import { CONTAINERS, PILE_TILES, type PileAmount, type PileTile } from '#core/scrap-pile'
import { formatMass, type MassUnit, type QuantityProblem } from '#core/units'
import { quantityWords } from '~/shared/fields/quantity-words'

/** The tiles of the everyday pile with their names in the reader's language. */
export const TILES: readonly PileTile[] = PILE_TILES.map((tile) => ({
  ...tile,
  name: told(tile.name),
  ...(tile.piece ? { piece: { ...tile.piece, one: told(tile.piece.one), many: told(tile.piece.many) } } : {}),
}))

/** Says why an amount of scrap was not read, and what to type instead. */
export const amountFault = (problem: QuantityProblem): string =>
  problem === 'unknown-unit' || problem === 'not-a-number'
    ? t('scrap-pile.needs-mass')
    : problem === 'two-readings'
      ? t('scrap-pile.ambiguous-number')
      : quantityWords(problem, 'mass')

const plainFigure = (value: number) => String(Number(value.toPrecision(4)))

/** A counted amount as it stands in its field: "2 wheels". */
export const countWords = ({ count, of }: NonNullable<PileAmount['counted']>, tile: PileTile | undefined) =>
  `${plainFigure(count)} ${nameOf(of, count, tile)}`

/** What a counted amount is assumed to weigh: "Taken as 16 kg: one wheel as 8 kg, an estimate." */
export function countedWords(
  counted: NonNullable<PileAmount['counted']>,
  tile: PileTile,
  grams: (massG: number, step: number) => string,
): string {
  const about = (massG: number) => grams(massG, massG < 100 ? 0.1 : massG < 2000 ? 1 : 100)
  return t('scrap-pile.counted-note', {
    mass: about(counted.count * counted.eachG),
    piece: sizeOf(counted.of, tile),
    pieceMass: about(counted.eachG),
  })
}

/** The note of a lot whose mass was counted, not weighed. */
export const notWeighedNote = (counted: NonNullable<PileAmount['counted']>, tile: PileTile) =>
  t('scrap-pile.not-weighed-note', {
    count: plainFigure(counted.count),
    pieces: nameOf(counted.of, counted.count, tile),
    pieceMass: plainFigure(counted.eachG),
  })

/** A mass as its field shows it. */
export function massText(massG: number, unit: MassUnit): string {
  const { figure, unit: shown } = formatMass(massG, unit)
  return `${figure} ${shown}`
}

/** What is counted, as it is called beside a figure. */
function nameOf(of: string, count: number, tile: PileTile | undefined): string {
  if (of === 'metre') return t('scrap-pile.metre-unit')
  if (of === 'litre') return t('scrap-pile.litre-unit')
  const container = CONTAINERS.find(({ id }) => id === of)
  if (container) return told(count === 1 ? container.one : container.many)
  const { one = t('small.piece'), many = t('small.pieces') } = tile?.piece ?? {}
  return count === 1 ? one : many
}

/** One of what is counted, and its assumed size. */
function sizeOf(of: string, tile: PileTile): string {
  if (of === 'metre') return t('scrap-pile.one-metre')
  if (of === 'litre') return t('scrap-pile.one-litre')
  const container = CONTAINERS.find(({ id }) => id === of)
  return container
    ? told(container.size)
    : t('scrap-pile.one-piece', { piece: tile.piece?.one ?? t('small.piece') })
}
