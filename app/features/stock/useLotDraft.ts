import { t } from '~/words'
import { computed, reactive, ref } from 'vue'
import { SYMBOLS, sumPct, type Composition, type Spread } from '#core/composition'
import { mergeChanges } from '#core/merge'
import { formatPieces, lotSchema, newLot, parsePieces, spreadFor, type Lot } from '#core/stock'
import { now, useYard } from '~/storage/yard-store'
import { useNotices } from '~/shared/page/useNotices'
import { decimalMarkHere } from '~/shared/units/decimal-mark'

interface Row {
  symbol: string
  pct: number | null
  sd: number | null
}

/** What a form asks first; a figure not yet told is null. */
export type LotFields = Pick<Lot, 'name' | 'kind' | 'form' | 'knowledge' | 'note'> &
  Record<'massG' | 'pricePerKg', number | null>

/** A lot being written down: nothing reaches the yard until it holds together. */
export function useLotDraft(lot: Lot | null, done: () => void, begun: Partial<Lot> = {}) {
  const known = lot ?? begun
  const yard = useYard()
  const { announce } = useNotices()
  const draft = reactive<LotFields>({
    name: known.name ?? '',
    kind: known.kind ?? 'scrap',
    form: known.form ?? 'casting',
    massG: known.massG ?? null,
    pricePerKg: known.pricePerKg ?? 0,
    knowledge: known.knowledge ?? 'guess',
    note: known.note ?? '',
  })
  const extras = reactive({
    coatings: [...(known.coatings ?? [])],
    piecesText: formatPieces(known.pieces ?? [], yard.settings.mass),
    whereFrom: known.whereFrom ?? '',
    gotOn: known.gotOn ?? '',
    photos: [...(known.photos ?? [])],
    name: '',
  })
  const rows = ref<Row[]>(
    Object.entries(known.composition ?? {}).map(([symbol, pct]) => ({
      symbol,
      pct,
      sd: known.sd?.[symbol] ?? null,
    })),
  )
  if (rows.value.length === 0) addRow()
  /** that the mass was counted, not weighed; it goes before the note */
  const countedNote = ref('')
  const faults = reactive({ name: '', composition: '', pieces: '', whole: '' })
  const composition = computed<Composition>(() => {
    const named: Composition = {}
    for (const { symbol, pct } of rows.value)
      if (symbol && pct !== null) named[symbol] = (named[symbol] ?? 0) + pct
    return named
  })
  const total = computed(() => sumPct(composition.value))
  const over = computed(() => total.value > 100 + 1e-6)

  function addRow(): void {
    rows.value.push({ symbol: '', pct: null, sd: null })
  }

  /** Pieces of kilograms, ounces or pounds have thousandths; of grams, 1,234 is asked about. */
  const pieceMark = () => (yard.settings.mass === 'g' ? undefined : decimalMarkHere())
  function check(): boolean {
    faults.name = draft.name.trim() ? '' : t('stock.needs-name')
    const unknown = rows.value.find(({ symbol, pct }) => pct !== null && !SYMBOLS.includes(symbol))
    const symbols = rows.value.filter(({ pct }) => pct !== null).map(({ symbol }) => symbol)
    const twice = symbols.find((symbol, index) => symbols.indexOf(symbol) !== index)
    if (over.value) faults.composition = t('stock.elements-over-100')
    else if (unknown) faults.composition = t('stock.bad-symbol', { symbol: unknown.symbol })
    else if (twice) faults.composition = t('stock.symbol-twice', { symbol: twice })
    else if (total.value === 0) faults.composition = t('stock.needs-composition')
    else faults.composition = ''
    const pieces = parsePieces(extras.piecesText, yard.settings.mass, pieceMark())
    faults.pieces = pieces.ok
      ? ''
      : pieces.problem === 'two-readings'
        ? t('stock.ambiguous-number', { text: pieces.part })
        : t('stock.bad-pieces', { text: pieces.part })
    return (
      !faults.name &&
      !faults.composition &&
      !faults.pieces &&
      draft.massG !== null &&
      draft.pricePerKg !== null
    )
  }

  function save(): void {
    if (!check()) return
    const guessed = spreadFor(composition.value, draft.knowledge)
    const sd: Spread = {}
    for (const { symbol, pct, sd: typed } of rows.value)
      if (pct !== null) {
        const spread = typed ?? guessed[symbol]
        if (spread) sd[symbol] = spread
      }
    const stamp = { id: lot?.id ?? crypto.randomUUID(), now: now() }
    const pieces = parsePieces(extras.piecesText, yard.settings.mass, pieceMark())
    // A composition that someone typed leaves nothing to ask.
    const same = JSON.stringify([composition.value, sd]) === JSON.stringify([known.composition, known.sd])
    const parsed = lotSchema.safeParse({
      ...newLot(stamp, { ...withoutExtras(lot), name: draft.name, massG: 0, composition: composition.value }),
      ...draft,
      note: [countedNote.value, draft.note].filter(Boolean).join(' '),
      ...(extras.coatings.length > 0 ? { coatings: extras.coatings } : {}),
      ...(pieces.ok && pieces.pieces.length > 0 ? { pieces: pieces.pieces } : {}),
      ...(extras.whereFrom.trim() ? { whereFrom: extras.whereFrom.trim() } : {}),
      ...(extras.gotOn ? { gotOn: extras.gotOn } : {}),
      ...(known.scrapId ? { scrapId: known.scrapId } : {}),
      ...(same && known.clue !== undefined ? { clue: known.clue } : {}),
      ...(extras.photos.length > 0 ? { photos: extras.photos } : {}),
      ...(lot ? { createdAt: lot.createdAt } : {}),
      sd,
    })
    faults.whole = parsed.success ? '' : notSo(parsed.error.issues[0]?.path[0])
    if (!parsed.success) return
    // What another window or device changed of it, while the form was open, stands beside what was changed in the form.
    const now_ = lot && yard.records.lots[lot.id]
    const after = lot && now_ ? mergeChanges('lots', lot, now_, parsed.data).merged : parsed.data
    const told = lot && parsed.data.massG !== lot.massG ? { toldAnew: true as const } : {}
    const label = lot
      ? t('stock.edit-lot', { lotName: after.name })
      : t('stock.add-lot-edit', { lotName: after.name })
    if (yard.commit(label, [{ collection: 'lots', id: after.id, after, ...told }])) done()
  }

  function remove(): void {
    if (!lot) return
    if (
      !yard.commit(t('stock.write-off-lot-edit', { lotName: lot.name }), [
        { collection: 'lots', id: lot.id, after: null },
      ])
    )
      return
    announce(t('stock.lot-written-off', { lotName: lot.name }))
    done()
  }

  return { draft, extras, rows, total, over, faults, countedNote, save, remove, addRow }
}

const PARTS: Readonly<Record<string, string>> = {
  name: t('stock.the-name'),
  note: t('stock.the-note'),
  gotOn: t('stock.part-date'),
  whereFrom: t('stock.part-origin'),
  massG: t('stock.the-mass'),
  pricePerKg: t('stock.the-price'),
  sd: t('stock.part-uncertainty'),
  photos: t('stock.part-pictures'),
}
/** What keeps a lot from being kept, for the person who typed it. */
const notSo = (part: PropertyKey | undefined) =>
  t('stock.part-invalid', { field: PARTS[String(part)] ?? t('stock.part-other') })

/** A lot without what may have been taken off it in the editor. */
function withoutExtras(lot: Lot | null): Partial<Lot> {
  if (!lot) return {}
  const { coatings: _1, pieces: _2, whereFrom: _3, gotOn: _4, photos: _5, clue: _6, ...rest } = lot
  return rest
}
