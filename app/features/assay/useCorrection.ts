import { t } from '~/words'
import { nth } from '#core/lists'
import { why } from '~/storage/why'
import { isolated } from '~/shared/units/isolated'
import { computed, ref, shallowRef, watch, type ComputedRef } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { wholeComposition } from '#core/assay'
import { nominalOf } from '#core/alloys'
import type { AddedLine, Correction, CorrectionAsk } from '#core/charge'
import { freeLots, heatLot, heatRecovery, heatStamp, weighLine, type Heat, lotChoice } from '#core/heat'
import { purchaseName } from '~/shared/words/charge-words'
import { now, useYard } from '~/storage/yard-store'
import { startHeat } from '~/shared/heat/useHeat'
import { useStudy } from '~/shared/engines/useStudy'

/** What to add to a measured melt, or to its ingots, to put it right or bring it on to nominal. */
export function useCorrection(
  heat: ComputedRef<Heat | null>,
  measured: ComputedRef<Record<string, { pct: number; sd: number; below?: number | undefined }>>,
  predicted: ComputedRef<Record<string, number>>,
  pouredG: ComputedRef<number>,
) {
  const yard = useYard()
  const study = useStudy()
  const aim = ref<CorrectionAsk['aim']>('limits')
  const molten = ref(false)
  const buying = ref(false)
  const margin = ref(true)
  const massG = ref<number | null>(null)
  const capacityG = ref<number | null>(null)
  const answer = shallowRef<Correction | null>(null)
  const fault = ref('')
  const busy = ref(false)
  let asked = 0
  const metalG = computed(
    () => massG.value ?? (pouredG.value > 0 ? pouredG.value : (heat.value?.tapMassG ?? 0)),
  )

  /** Measured figures; what was not measured, as predicted. */
  const ask = computed<CorrectionAsk | null>(() => {
    const current = heat.value
    const alloy = current?.alloy
    if (!current || !alloy || metalG.value <= 0 || Object.keys(measured.value).length === 0) return null
    const { composition, sd } = wholeComposition(
      measured.value as Parameters<typeof wholeComposition>[0],
      predicted.value,
      alloy.base,
    )
    return {
      metal: { massG: metalG.value, composition, sd, molten: molten.value },
      target: {
        limits: alloy.limits,
        nominal: nominalOf(alloy),
        base: alloy.base,
        ...(alloy.othersEachMax === undefined ? {} : { othersEachMax: alloy.othersEachMax }),
        ...(alloy.othersTotalMax === undefined ? {} : { othersTotalMax: alloy.othersTotalMax }),
      },
      lots: freeLots(yard.lots, yard.heats)
        .filter((lot) => lot.massG > 0 && lot.originHeatId !== current.id)
        .map((lot) => heatLot(current, lot)),
      recovery: heatRecovery(current),
      aim: aim.value,
      buying: buying.value,
      minLineG: Math.min(2, 0.002 * metalG.value),
      ...(margin.value ? { confidence: 0.9 } : {}),
      ...(capacityG.value === null ? {} : { capacityG: capacityG.value }),
    }
  })

  const look = useDebounceFn(async (question: CorrectionAsk) => {
    const mine = ++asked
    busy.value = true
    try {
      const found = await study.ask((engine) => engine.correct(question))
      if (mine !== asked) return
      answer.value = found
      fault.value = ''
    } catch (error) {
      fault.value = why(error)
    } finally {
      if (mine === asked) busy.value = false
    }
  }, 200)
  watch(
    ask,
    (next) => {
      if (next) void look(next)
      else answer.value = null
    },
    { immediate: true },
  )
  const lotName = ({ lot: id, metal }: AddedLine): string => {
    if (metal !== undefined) return t('assay.metal-to-buy', { metal: purchaseName(metal) })
    return isolated(yard.records.lots[id]?.name ?? id)
  }
  /** The heat's own ingots in the bins, once it is logged. */
  const ingots = computed(() =>
    yard.lots.find(
      ({ originHeatId, kind, massG: there }) =>
        originHeatId === heat.value?.id && kind === 'ingot' && there > 0,
    ),
  )
  const additions = computed(() =>
    (answer.value?.lines ?? []).flatMap(({ lot: id, massG: addedG, metal }) => {
      const lot = metal === undefined && yard.lots.find((entry) => entry.id === id)
      return lot ? [{ lot, addedG: Number(addedG.toFixed(1)) }] : []
    }),
  )
  /** All that is to be added is in the bins. */
  const inTheBins = computed(
    () => answer.value?.status === 'additions' && additions.value.length === answer.value.lines.length,
  )

  /** A heat that melts the ingots again with the additions. */
  async function startCorrection(): Promise<void> {
    const from = heat.value
    const bar = ingots.value
    if (!from || !bar || !answer.value) return
    const keptG = Math.min(bar.massG, metalG.value - answer.value.pourOffG)
    const locked = (massG: number) => lotChoice({ lockG: Number(massG.toFixed(1)) })
    await startHeat({
      title: t('assay.corrected-heat-name', { heatNumber: heatStamp(from.number) }),
      alloy: from.alloy,
      tapMassG: Math.floor(answer.value.after.tapMassG * (keptG / (metalG.value - answer.value.pourOffG))),
      choices: {
        [bar.id]: locked(keptG),
        ...Object.fromEntries(additions.value.map(({ lot, addedG }) => [lot.id, locked(addedG)])),
      },
    })
  }

  /** Writes the additions into the charge of the melt that is still in the crucible. */
  function noteAdditions(edit: (label: string, change: Partial<Heat>) => void): void {
    const current = heat.value
    if (!current) return
    const weighed = [...current.weighed]
    for (const { lot, addedG } of additions.value) {
      const at = weighed.findIndex(({ lotId }) => lotId === lot.id)
      if (at >= 0) weighed[at] = { ...nth(weighed, at), massG: nth(weighed, at).massG + addedG }
      else weighed.push(weighLine(lot, addedG, addedG, now(), current))
    }
    edit(t('assay.additions-edit'), { weighed })
  }

  return {
    ingots,
    inTheBins,
    startCorrection,
    noteAdditions,
    aim,
    molten,
    buying,
    margin,
    massG,
    metalG,
    capacityG,
    answer,
    fault,
    busy,
    lotName,
  }
}
