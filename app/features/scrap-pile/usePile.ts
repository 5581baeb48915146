import { totalG } from '#core/lists'
import { why } from '~/storage/why'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { proxy } from 'comlink'
import { type Alloy, ALLOYS, baseMetal, zincWanted } from '#core/alloys'
import { rankBecomings, type Becoming, type PileTarget } from '#core/charge'
import { freeLots, heatLot, heatRecovery, heatRecoverySd } from '#core/heat'
import { isOpen, questionOf, withClue, type Lot } from '#core/stock'
import type { PileFamily } from '../../../workers/study.worker'
import { useYard } from '~/storage/yard-store'
import { useLearning } from '~/shared/learning/useLearning'
import { useStudy } from '~/shared/engines/useStudy'

export interface PileRow extends Becoming {
  alloy: Alloy
  /** the wanted mass can be tapped from what is there, surely where anything is sure */
  enough: boolean
  /** the most that is offered: the sure tap where there is one, g */
  reachG: number
  /** certainty of that, 0–1 */
  certainty: number
  /** what would have to be bought for the wanted mass, g */
  boughtG: number
}

/** What the pile becomes if its open question has one answer. */
export interface PileCase {
  lotName: string
  says: string
  rows: PileRow[]
}

/** What the present stock can become, worked out target by target beside the page. */
export function usePile() {
  const yard = useYard()
  const study = useStudy()
  /** The yard's own way with losses, as its heats are planned with it. */
  const { planner } = useLearning()
  const found = shallowRef<Becoming[]>([])
  /** what it becomes by each answer to the first open question */
  const depends = shallowRef<PileCase[]>([])
  const done = ref(0)
  const total = ref(0)
  const busy = ref(false)
  const stopped = ref(false)
  const fault = ref('')
  const alloys = computed(() => [...yard.ownAlloys.map(({ alloy }) => alloy), ...ALLOYS])
  const triedFor = ref(0)

  /** Only the newest look writes: parts of an earlier one may still come in. */
  let looks = 0
  async function look(wantedG: number): Promise<void> {
    const mine = ++looks
    busy.value = true
    stopped.value = false
    fault.value = ''
    done.value = 0
    triedFor.value = wantedG
    const planned = await planner()
    if (mine !== looks) return
    const lossesOf = (alloy: Alloy) => {
      const heat = { alloy, ...planned(alloy) }
      return { recovery: heatRecovery(heat), recoverySd: heatRecoverySd(heat) }
    }
    const free = freeLots(yard.lots, yard.heats).filter(({ massG }) => massG > 0)
    const taken = (all: readonly Lot[]) => all.map((lot) => heatLot(planned(null), lot))
    const lots = taken(free)
    try {
      const answer = await study.ask((engine) => {
        // What was found before stands until it is known anew: a list does not jump away under the hand.
        return engine.become(
          lots,
          familiesOf(alloys.value, lossesOf),
          wantedG,
          proxy((part: Becoming[], count: number, all: number) => {
            if (mine !== looks) return
            const fresh = new Set(part.map(({ id }) => id))
            found.value = [...found.value.filter(({ id }) => !fresh.has(id)), ...part]
            done.value = count
            total.value = all
          }),
        )
      })
      if (answer && mine === looks) found.value = answer
      const open = free.find(isOpen)
      const cases: PileCase[] = []
      for (const { id, says } of (open && questionOf(open)?.answers) ?? []) {
        if (mine !== looks) return
        const known = taken(free.map((lot) => (lot === open ? withClue(lot, id) : lot)))
        const all = await study.ask((engine) =>
          engine.become(
            known,
            familiesOf(alloys.value, lossesOf),
            wantedG,
            proxy(() => {}),
          ),
        )
        if (all) cases.push({ lotName: open!.name, says, rows: rowsOf(all) })
      }
      if (mine === looks) depends.value = cases
    } catch (error) {
      if (mine === looks) fault.value = why(error)
    } finally {
      if (mine === looks) busy.value = false
    }
  }

  function stop(): void {
    stopped.value = true
    if (busy.value) void study.ask((engine) => engine.stop()).catch(() => {})
  }
  onBeforeUnmount(stop)

  const rows = computed(() => rowsOf(found.value))
  function rowsOf(all: readonly Becoming[]): PileRow[] {
    const byId = new Map(alloys.value.map((alloy) => [alloy.id, alloy]))
    return rankBecomings(all, triedFor.value).flatMap((entry) => {
      const alloy = byId.get(entry.id)
      if (!alloy) return []
      const boughtG = totalG(entry.unlock ?? [])
      const reachG = entry.sure?.mostG ?? entry.mostG
      const certainty = entry.sure?.probability ?? entry.probabilityInLimits
      return [{ ...entry, alloy, reachG, certainty, enough: reachG >= triedFor.value, boughtG }]
    })
  }

  return { rows, depends, done, total, busy, stopped, fault, look, stop }
}

/** Zinc shares whose recovery differs, as the priors have them. */
const ZINC_BANDS = [5, 15, 40] as const

/** The targets by base metal and zinc band: each such family shares its recovery, and so one pile. */
function familiesOf(
  alloys: readonly Alloy[],
  lossesOf: (alloy: Alloy) => Pick<PileTarget, 'recovery' | 'recoverySd'>,
): PileFamily[] {
  const families = new Map<string, PileFamily>()
  for (const alloy of alloys) {
    const zinc = zincWanted(alloy)
    const losses = lossesOf(alloy)
    const base = baseMetal(alloy)
    const band = ZINC_BANDS.find((most) => zinc <= most) ?? 40
    const key = `${base}-${band}`
    const family = families.get(key) ?? {
      base,
      recovery: losses.recovery,
      targets: [],
    }
    family.targets.push(pileTarget(alloy, { ...losses, recovery: family.recovery }))
    families.set(key, family)
  }
  return [...families.values()]
}

function pileTarget(alloy: Alloy, losses: Pick<PileTarget, 'recovery' | 'recoverySd'>): PileTarget {
  return {
    id: alloy.id,
    limits: alloy.limits,
    base: alloy.base,
    ...losses,
    ...(alloy.othersEachMax === undefined ? {} : { othersEachMax: alloy.othersEachMax }),
    ...(alloy.othersTotalMax === undefined ? {} : { othersTotalMax: alloy.othersTotalMax }),
  }
}
