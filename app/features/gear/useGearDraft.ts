import { t } from '~/words'
import { reactive, ref } from 'vue'
import { gearSchema, type Gear, type GearType } from '#core/gear'
import { brimOfNumber } from '#core/melt'
import { now } from '~/storage/yard-store'
import { useGear } from '~/shared/gear/useGear'

/** What a new piece of gear of each kind begins as; null is still to be told. */
const BEGINNINGS: Readonly<Record<GearType, Record<string, unknown>>> = {
  furnace: { fuel: 'propane', powerKw: null, efficiency: null, pricePerUnit: 0, takesG: null },
  crucible: {
    material: undefined,
    rampCPerH: null,
    number: null,
    brimCm3: null,
    family: null,
    heatsBefore: 0,
    firstFiredAt: null,
    firing: null,
    checks: [],
    retiredAt: null,
  },
  thermocouple: { kind: 'K', checks: [] },
  scale: { stepG: null, capacityG: null, errorG: null },
  'ingot-mould': { tareG: null, holdsCm3: null, steelMm: null },
}
const WANTED: Readonly<Record<string, string>> = {
  name: t('gear.needs-name'),
  powerKw: t('gear.needs-power'),
  number: t('gear.needs-number'),
  stepG: t('gear.needs-resolution'),
  capacityG: t('gear.needs-capacity'),
}

/** A piece of gear being written down: nothing reaches the yard until it holds together. */
export function useGearDraft(type: GearType, gear: Gear | null, done: () => void) {
  const { keep, drop } = useGear()
  const draft = reactive<Record<string, unknown>>({
    type,
    name: '',
    note: '',
    ...BEGINNINGS[type],
    ...gear,
  })
  const faults = ref<string[]>([])

  function save(): void {
    const time = now()
    // Measured with water its number is no question: pounds of aluminium that fill it to the brim.
    const number =
      type === 'crucible' && draft.number === null && typeof draft.brimCm3 === 'number'
        ? { number: Number((draft.brimCm3 / brimOfNumber(1)).toPrecision(2)) }
        : {}
    const parsed = gearSchema.safeParse({
      ...draft,
      ...number,
      id: gear?.id ?? crypto.randomUUID(),
      createdAt: gear?.createdAt ?? time,
      updatedAt: time,
    })
    if (!parsed.success) {
      const fields = new Set(parsed.error.issues.map(({ path }) => String(path[0])))
      faults.value = [...fields].map((field) => WANTED[field] ?? t('gear.field-invalid', { field }))
      return
    }
    if (keep(parsed.data, `${gear ? t('gear.change') : t('gear.add-button')} ${parsed.data.name}`)) done()
  }
  function remove(): void {
    if (gear) drop(gear)
    done()
  }
  return { draft, faults, save, remove }
}
