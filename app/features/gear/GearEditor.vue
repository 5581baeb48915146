<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { fuelOf, FUELS, MATERIALS, USUAL_RAMP, type FuelId, type Gear, type GearType } from '#core/gear'
import { computed, reactive } from 'vue'
import { useGearDraft } from './useGearDraft'
import { percent } from '~/shared/units/figures'
import { FAMILY_WORDS } from '~/shared/gear/gear-words'
import { useFuelUnit } from '~/shared/gear/useFuelUnit'
import { ADD_WORDS } from './add-words'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A piece of gear, written down or changed. */
const props = defineProps<{ type: GearType; gear: Gear | null }>()
const emit = defineEmits<{ close: [] }>()
const { draft, faults, save, remove } = useGearDraft(props.type, props.gear, () => emit('close'))
const figure = (field: string) => draft[field] as number | null
const fuel = computed(() => fuelOf((draft.fuel as FuelId | undefined) ?? 'propane'))
const { isWeighed, unitOf, perUnitOf, toYard, toTable } = useFuelUnit()
const efficiencyPct = computed({
  get: () => (typeof draft.efficiency === 'number' ? 100 * draft.efficiency : null),
  set: (pct: number | null) => (draft.efficiency = pct === null ? null : pct / 100),
})
/** Outside of a steel mould, told whole or not at all. */
type SteelSide = 'length' | 'width' | 'height' | 'wall'
const steel = reactive<Record<SteelSide, number | null>>({
  ...{ length: null, width: null, height: null, wall: null },
  ...(draft.steelMm as Record<SteelSide, number> | null | undefined),
})
const STEEL_SIDES: readonly { key: SteelSide; label: string }[] = [
  { key: 'length', label: t('gear.length') },
  { key: 'width', label: t('gear.width') },
  { key: 'height', label: t('gear.height') },
  { key: 'wall', label: t('gear.plate') },
]
function setSteel(side: Partial<typeof steel>): void {
  Object.assign(steel, side)
  draft.steelMm = Object.values(steel).every((one) => one !== null) ? { ...steel } : null
}
const fired = computed({
  get: () => draft.firstFiredAt !== null,
  set: (yes: boolean) => (draft.firstFiredAt = yes ? new Date().toISOString() : null),
})
</script>

<template>
  <SheetDialog :title="gear?.name ?? ADD_WORDS[type]" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="save">
      <label
        ><span class="label">{{ t('gear.name') }}</span
        ><input v-model="draft.name" class="field" maxlength="120"
      /></label>
      <div class="grid grid-cols-2 items-start gap-3">
        <template v-if="type === 'furnace'">
          <label
            ><span class="label">{{ t('gear.fuel') }}</span>
            <select v-model="draft.fuel" class="field">
              <option v-for="one in FUELS" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
            </select></label
          >
          <QuantityField
            :model-value="figure('powerKw')"
            :label="isWeighed(fuel) ? t('gear.burner-power-label') : t('gear.electric-power-label')"
            kind="number"
            :unit-words="t('gear.kilowatt')"
            positive
            :max="1000"
            :hint="
              isWeighed(fuel)
                ? t('gear.fuel-to-kilowatts', {
                    fuel: told(fuel.name),
                    unit: unitOf(fuel),
                    power: fixed(perUnitOf(fuel, fuel.mjPerUnit) / 3.6, 1),
                  })
                : t('gear.power-hint')
            "
            @update:model-value="draft.powerKw = $event"
          />
          <QuantityField
            v-if="isWeighed(fuel)"
            :model-value="
              figure('powerKw') === null
                ? null
                : Number(toYard(fuel, (3.6 * figure('powerKw')!) / fuel.mjPerUnit).toPrecision(3))
            "
            :label="t('gear.fuel-rate-label', { unit: unitOf(fuel) })"
            kind="number"
            :unit-words="`${unitOf(fuel)}/h`"
            nullable
            positive
            :max="1000"
            @update:model-value="
              draft.powerKw =
                $event === null
                  ? null
                  : Number(((toTable(fuel, $event) * fuel.mjPerUnit) / 3.6).toPrecision(3))
            "
          />
          <QuantityField
            :model-value="figure('pricePerUnit')"
            :label="t('gear.fuel-price-label', { unit: unitOf(fuel) })"
            :kind="isWeighed(fuel) ? 'metal-price' : 'price'"
            @update:model-value="draft.pricePerUnit = $event"
          />
          <QuantityField
            v-model="efficiencyPct"
            :label="t('gear.efficiency-label')"
            kind="percent"
            nullable
            positive
            :hint="
              t('gear.efficiency-hint', {
                low: percent(100 * fuel.efficiency[0]),
                high: percent(100 * fuel.efficiency[1]),
              })
            "
          />
          <QuantityField
            :model-value="figure('takesG') ?? null"
            :label="t('gear.furnace-limit-label')"
            kind="mass"
            nullable
            positive
            :hint="t('gear.furnace-limit-hint')"
            @update:model-value="draft.takesG = $event"
          />
        </template>
        <template v-if="type === 'crucible'">
          <label
            ><span class="label">{{ t('gear.material-label') }}</span>
            <select v-model="draft.material" class="field">
              <option :value="undefined">{{ t('gear.material-not-given') }}</option>
              <option v-for="one in MATERIALS" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <QuantityField
            v-if="draft.material === 'ceramic'"
            :model-value="figure('rampCPerH') ?? null"
            :label="t('gear.heating-rate-label')"
            kind="number"
            unit-words="°C/h"
            nullable
            positive
            :max="5000"
            :hint="t('gear.heating-rate-hint', { rate: USUAL_RAMP.usualCPerH })"
            @update:model-value="draft.rampCPerH = $event"
          />
          <QuantityField
            :model-value="figure('number')"
            :label="t('gear.number-label')"
            kind="crucible-number"
            positive
            :max="1000"
            :hint="t('gear.number-hint')"
            @update:model-value="draft.number = $event"
          />
          <QuantityField
            :model-value="figure('brimCm3')"
            :label="t('gear.brim-volume-label')"
            kind="volume"
            nullable
            positive
            :hint="t('gear.brim-volume-how')"
            @update:model-value="draft.brimCm3 = $event"
          />
          <label
            ><span class="label">{{ t('gear.family-label') }}</span>
            <select v-model="draft.family" class="field">
              <option :value="null">{{ t('gear.family-first-metal') }}</option>
              <option v-for="(words, base) in FAMILY_WORDS" :key="base" :value="base">{{ words }}</option>
            </select></label
          >
          <QuantityField
            :model-value="figure('heatsBefore')"
            :label="t('gear.heats-before-label')"
            kind="number"
            :max="100000"
            @update:model-value="draft.heatsBefore = Math.round($event ?? 0)"
          />
          <label class="flex items-center gap-2"
            ><input v-model="fired" type="checkbox" class="size-6 accent-(--ember)" />
            {{ t('gear.fired-label') }}</label
          >
        </template>
        <label v-if="type === 'thermocouple'"
          ><span class="label">{{ t('gear.kind') }}</span>
          <select v-model="draft.kind" class="field">
            <option v-for="kind in ['K', 'N', 'S', 'other']" :key="kind" :value="kind">{{ kind }}</option>
          </select></label
        >
        <template v-if="type === 'ingot-mould'">
          <QuantityField
            :model-value="figure('tareG')"
            :label="t('gear.mould-tare-label')"
            kind="mass"
            positive
            nullable
            :hint="t('gear.mould-tare-hint')"
            @update:model-value="draft.tareG = $event"
          />
          <QuantityField
            :model-value="figure('holdsCm3')"
            :label="t('gear.mould-volume-label')"
            kind="volume"
            nullable
            positive
            @update:model-value="draft.holdsCm3 = $event"
          />
          <fieldset class="col-span-2 grid grid-cols-4 gap-2">
            <legend class="label">{{ t('gear.mould-size-label') }}</legend>
            <QuantityField
              v-for="side in STEEL_SIDES"
              :key="side.key"
              :model-value="steel[side.key]"
              :label="side.label"
              kind="length"
              nullable
              positive
              @update:model-value="setSteel({ [side.key]: $event })"
            />
          </fieldset>
        </template>
        <template v-if="type === 'scale'">
          <QuantityField
            :model-value="figure('stepG')"
            :label="t('gear.resolution-label')"
            kind="mass"
            positive
            @update:model-value="draft.stepG = $event"
          />
          <QuantityField
            :model-value="figure('capacityG')"
            :label="t('gear.capacity-label')"
            kind="mass"
            positive
            @update:model-value="draft.capacityG = $event"
          />
          <QuantityField
            :model-value="figure('errorG') ?? null"
            :label="t('gear.accuracy-label')"
            kind="mass"
            nullable
            positive
            :hint="t('gear.accuracy-hint')"
            @update:model-value="draft.errorG = $event"
          />
        </template>
      </div>
      <label
        ><span class="label">{{ t('gear.note') }}</span
        ><input v-model="draft.note" class="field" maxlength="2000"
      /></label>
      <ul v-if="faults.length" role="alert" class="font-semibold text-oxide">
        <li v-for="fault in faults" :key="fault">{{ fault }}</li>
      </ul>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-next">{{ t('gear.save') }}</button>
        <button v-if="gear" type="button" class="btn" @click="remove">{{ t('gear.delete-button') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
