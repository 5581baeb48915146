import { inSentence, t, told } from '~/words'
import { computed } from 'vue'
import { baseMetal, solidDensity } from '#core/alloys'
import {
  crucibleWear,
  materialOf,
  wantsFirstFire,
  type Crucible,
  type Furnace,
  type Gear,
  type IngotMould,
  type Scale,
  type Thermocouple,
} from '#core/gear'
import { heatsIn, potIron, potStory, type Heat } from '#core/heat'
import { brimHolds, crucibleHolds } from '#core/melt'
import { useYard } from '~/storage/yard-store'

/** Whether a crucible may hold a metal: as it is, under a wash, or never; of metals nothing is told of, as it is. */
function bearsMetal(crucible: Crucible, metal: string): 'ok' | 'washed' | 'never' {
  const bears: Readonly<Record<string, 'ok' | 'washed' | 'never'>> = materialOf(crucible).metals
  return bears[metal] ?? 'ok'
}

/** The gear of the yard by kind, and what the heats say of it. */
export function useGear() {
  const yard = useYard()
  const of = <T extends Gear>(type: T['type']) =>
    computed(() => yard.gear.filter((one): one is T => one.type === type))
  const furnaces = of<Furnace>('furnace')
  const allCrucibles = of<Crucible>('crucible')
  const crucibles = computed(() => [...allCrucibles.value].sort((a, b) => a.number - b.number))
  const thermocouples = of<Thermocouple>('thermocouple')
  const scales = of<Scale>('scale')
  const ingotMoulds = of<IngotMould>('ingot-mould')

  /** Heats logged in a crucible since it was written down here. */
  const heatCount = (id: string) => heatsIn(yard.heats, id).length
  /** The family a crucible is kept for: as told, else that of the last heat in it. */
  function familyOf(crucible: Crucible): string | null {
    if (crucible.family !== null) return crucible.family
    const last = heatsIn(yard.heats, crucible.id).at(-1)
    return last?.alloy ? baseMetal(last.alloy) : null
  }
  const holds = ({ number, brimCm3 }: Crucible, gcm3: number) =>
    brimCm3 ? brimHolds(brimCm3, gcm3) : crucibleHolds(number, gcm3)

  const crucibleOf = ({ crucibleId }: Pick<Heat, 'crucibleId'>) =>
    crucibles.value.find(({ id }) => id === crucibleId)
  /** What the crucible a heat was given takes of its alloy, g; nothing where either is not chosen. */
  function holdsOf(heat: Heat): number | undefined {
    const crucible = crucibleOf(heat)
    return crucible && heat.alloy ? holds(crucible, solidDensity(heat.alloy).gcm3) : undefined
  }
  /** The crucible a heat was given, as the checks of practice take it; goes through all heats of the yard. */
  function chosenCrucible(heat: Heat) {
    const crucible = crucibleOf(heat)
    const holdsG = holdsOf(heat)
    if (!crucible || !heat.alloy || holdsG === undefined) return {}
    return {
      crucible: {
        holdsG,
        wantsFirstFire: wantsFirstFire(crucible, heatCount(crucible.id)),
        retire: crucibleWear(crucible).retire,
        family: familyOf(crucible),
        material: inSentence(told(materialOf(crucible).name)),
        bears: bearsMetal(crucible, baseMetal(heat.alloy)),
        coated: potStory(crucible, yard.heats).coated,
        ironPct: potIron(heat, crucible, yard.heats)?.pct ?? null,
      },
    }
  }

  /** Writes a piece of gear down, new or changed. */
  function keep(gear: Gear, label: string): boolean {
    return yard.commit(label, [{ collection: 'gear', id: gear.id, after: gear }])
  }
  function drop(gear: Gear): void {
    yard.commit(t('shared-gear.delete-gear-edit', { gearName: gear.name }), [
      { collection: 'gear', id: gear.id, after: null },
    ])
  }

  return {
    furnaces,
    crucibles,
    thermocouples,
    scales,
    ingotMoulds,
    heatsIn: heatCount,
    familyOf,
    holds,
    holdsOf,
    chosenCrucible,
    keep,
    drop,
  }
}
