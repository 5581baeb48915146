import { t } from '~/words'
import { practicesOfGroup } from '#core/families'
import { computed, reactive, ref } from 'vue'
import {
  alloyFaults,
  alloySchema,
  limitsFromNominal,
  nominalOf,
  type Alloy,
  type AlloyGroup,
  type Limits,
} from '#core/alloys'
import type { OwnAlloy } from '#core/workspace'
import { now, useYard } from '~/storage/yard-store'
import { alloyFaultWords } from '~/shared/words/alloys-words'
import { useNotices } from '~/shared/page/useNotices'

export interface AlloyRow {
  symbol: string
  nominal: number | null
  min: number | null
  max: number | null
}

const BASES: Readonly<Record<AlloyGroup, string>> = {
  bronze: 'Cu',
  brass: 'Cu',
  copper: 'Cu',
  aluminium: 'Al',
  zinc: 'Zn',
  tin: 'Sn',
}

/** An own target being written down; nothing reaches the yard until it holds together. */
export function useAlloyDraft(own: OwnAlloy | null, from: Partial<Alloy>, done: () => void) {
  const yard = useYard()
  const { announce } = useNotices()
  const kind: Pick<Alloy, 'group' | 'practice'> = {
    group: from.group ?? 'bronze',
    practice: from.practice ?? 'tin-bronze',
  }
  const draft = reactive({
    ...kind,
    name: from.name ?? '',
    base: from.base ?? 'Cu',
    use: from.use ?? '',
    note: from.note ?? '',
    othersEachMax: from.othersEachMax ?? null,
    othersTotalMax: from.othersTotalMax ?? null,
    liquidusC: from.liquidusC ?? null,
    densityGcm3: from.densityGcm3 ?? null,
  })
  const tolerancePct = ref<number | null>(10)
  const nominal = from.limits
    ? nominalOf({ limits: from.limits, base: draft.base, ...pickNominal(from) })
    : {}
  const rows = ref<AlloyRow[]>(
    [...new Set([...Object.keys(from.limits ?? {}), ...Object.keys(nominal)])].map((symbol) => ({
      symbol,
      nominal: nominal[symbol] ?? null,
      min: from.limits?.[symbol]?.min ?? null,
      max: from.limits?.[symbol]?.max ?? null,
    })),
  )
  const tried = ref(false)

  function setGroup(group: AlloyGroup): void {
    draft.group = group
    draft.base = BASES[group]
    const practices = practicesOfGroup(group)
    if (!practices.includes(draft.practice)) draft.practice = practices[0] ?? draft.practice
  }

  /** Limits either side of every nominal figure that is written down. */
  function spread(): void {
    if (!tolerancePct.value) return
    const figures = Object.fromEntries(
      rows.value.flatMap((row) => (row.nominal ? [[row.symbol, row.nominal] as const] : [])),
    )
    const limits = limitsFromNominal(figures, draft.base, tolerancePct.value)
    for (const row of rows.value) {
      const limit = limits[row.symbol]
      if (limit) Object.assign(row, { min: limit.min ?? null, max: limit.max ?? null })
    }
  }

  const alloy = computed<Alloy>(() => {
    const limits: Limits = {}
    const figures: Record<string, number> = {}
    for (const { symbol, min, max, nominal: figure } of rows.value) {
      if (min !== null || max !== null)
        limits[symbol] = { ...(min === null ? {} : { min }), ...(max === null ? {} : { max }) }
      if (figure !== null && figure > 0 && symbol !== draft.base) figures[symbol] = figure
    }
    const optional = <K extends string>(key: K, value: number | string | null) =>
      value === null || value === '' ? {} : { [key]: value }
    return {
      id: own?.alloy.id ?? `own-${crypto.randomUUID().slice(0, 8)}`,
      designation: t('alloys.own-source'),
      name: draft.name.trim(),
      group: draft.group,
      practice: draft.practice,
      base: draft.base,
      limits,
      ...(Object.keys(figures).length > 0 ? { nominal: figures } : {}),
      ...optional('othersEachMax', draft.othersEachMax),
      ...optional('othersTotalMax', draft.othersTotalMax),
      ...optional('liquidusC', draft.liquidusC),
      ...optional('densityGcm3', draft.densityGcm3),
      ...optional('use', draft.use.trim()),
      ...optional('note', draft.note.trim()),
      source:
        own?.alloy.source ??
        (from.id
          ? t('alloys.copied-from', {
              designation: from.designation ?? '',
              alloyName: from.name ?? '',
            }).trim()
          : t('alloys.own-source')),
    }
  })
  const faults = computed(() => (tried.value ? alloyFaults(alloy.value).map(alloyFaultWords) : []))

  function save(): void {
    tried.value = true
    if (faults.value.length > 0) return
    const parsed = alloySchema.safeParse(alloy.value)
    if (!parsed.success) return
    const time = now()
    const id = own?.id ?? crypto.randomUUID()
    const after: OwnAlloy = { id, createdAt: own?.createdAt ?? time, updatedAt: time, alloy: parsed.data }
    const label = own
      ? t('alloys.edit-alloy', { alloyName: parsed.data.name })
      : t('alloys.add-edit', { alloyName: parsed.data.name })
    if (yard.commit(label, [{ collection: 'alloys', id, after }])) done()
  }

  function remove(): void {
    if (!own) return
    if (
      !yard.commit(t('alloys.delete-edit', { alloyName: own.alloy.name }), [
        { collection: 'alloys', id: own.id, after: null },
      ])
    )
      return
    announce(t('alloys.deleted', { alloyName: own.alloy.name }))
    done()
  }

  return { draft, rows, tolerancePct, faults, setGroup, spread, save, remove }
}

const pickNominal = ({ nominal }: Partial<Alloy>) => (nominal ? { nominal } : {})
