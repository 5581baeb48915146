<script setup lang="ts">
import { fuelOf, FUELS, MATERIALS, USUAL_RAMP, type FuelId, type Gear, type GearType } from '#core/gear'
import { computed, reactive } from 'vue'
import { useGearDraft } from './useGearDraft'
import { percent } from '~/shared/units/figures'
import { FAMILY_WORDS, GEAR_WORDS, aWord } from '~/shared/gear/gear-words'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A piece of gear, written down or changed. */
const props = defineProps<{ type: GearType; gear: Gear | null }>()
const emit = defineEmits<{ close: [] }>()
const { draft, faults, save, remove } = useGearDraft(props.type, props.gear, () => emit('close'))
const figure = (field: string) => draft[field] as number | null
const fuel = computed(() => fuelOf((draft.fuel as FuelId | undefined) ?? 'propane'))
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
  { key: 'length', label: 'Length' },
  { key: 'width', label: 'Width' },
  { key: 'height', label: 'Height' },
  { key: 'wall', label: 'Plate' },
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
  <SheetDialog :title="gear?.name ?? aWord(GEAR_WORDS[type].one)" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="save">
      <label
        ><span class="label">Name</span><input v-model="draft.name" class="field" maxlength="120"
      /></label>
      <div class="grid grid-cols-2 items-start gap-3">
        <template v-if="type === 'furnace'">
          <label
            ><span class="label">Fuel</span>
            <select v-model="draft.fuel" class="field">
              <option v-for="one in FUELS" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <QuantityField
            :model-value="figure('powerKw')"
            label="Burns"
            kind="number"
            unit-words="kW"
            positive
            :max="1000"
            :hint="
              fuel.unit === 'kg'
                ? `${fuel.name}: 1 kg an hour is ${(fuel.mjPerUnit / 3.6).toFixed(1)} kW`
                : 'What its plate says'
            "
            @update:model-value="draft.powerKw = $event"
          />
          <QuantityField
            v-if="fuel.unit === 'kg'"
            :model-value="
              figure('powerKw') === null
                ? null
                : Number(((3.6 * figure('powerKw')!) / fuel.mjPerUnit).toPrecision(3))
            "
            label="Or kilograms an hour"
            kind="number"
            unit-words="kg/h"
            nullable
            positive
            :max="1000"
            @update:model-value="
              draft.powerKw =
                $event === null ? null : Number((($event * fuel.mjPerUnit) / 3.6).toPrecision(3))
            "
          />
          <QuantityField
            :model-value="figure('pricePerUnit')"
            :label="`Price of a ${fuel.unit}`"
            kind="price"
            @update:model-value="draft.pricePerUnit = $event"
          />
          <QuantityField
            v-model="efficiencyPct"
            label="Efficiency, if you know it"
            kind="percent"
            nullable
            positive
            :hint="`Else ${percent(100 * fuel.efficiency[0])} to ${percent(100 * fuel.efficiency[1])} % (estimate)`"
          />
          <QuantityField
            :model-value="figure('takesG') ?? null"
            label="Takes at most, if it has a limit"
            kind="mass"
            nullable
            positive
            hint="A kiln that melts no more than so much at once"
            @update:model-value="draft.takesG = $event"
          />
        </template>
        <template v-if="type === 'crucible'">
          <label
            ><span class="label">Made of</span>
            <select v-model="draft.material" class="field">
              <option :value="undefined">not told</option>
              <option v-for="one in MATERIALS" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <QuantityField
            v-if="draft.material === 'ceramic'"
            :model-value="figure('rampCPerH') ?? null"
            label="Heat and cool no faster than"
            kind="number"
            unit-words="°C/h"
            nullable
            positive
            :max="5000"
            :hint="`Else ${USUAL_RAMP.usualCPerH} °C an hour, the usual for home-made ones`"
            @update:model-value="draft.rampCPerH = $event"
          />
          <QuantityField
            :model-value="figure('number')"
            label="Number"
            kind="number"
            positive
            :max="1000"
            hint="Pounds of aluminium it holds brim-full"
            @update:model-value="draft.number = $event"
          />
          <QuantityField
            :model-value="figure('brimCm3')"
            label="Brim volume, if measured"
            kind="volume"
            nullable
            positive
            hint="Fill it with water when cold: a gram is a cubic centimetre. Dry it well after."
            @update:model-value="draft.brimCm3 = $event"
          />
          <label
            ><span class="label">Kept for</span>
            <select v-model="draft.family" class="field">
              <option :value="null">the first metal it takes</option>
              <option v-for="(words, base) in FAMILY_WORDS" :key="base" :value="base">{{ words }}</option>
            </select></label
          >
          <QuantityField
            :model-value="figure('heatsBefore')"
            label="Heats it had before"
            kind="number"
            :max="100000"
            @update:model-value="draft.heatsBefore = Math.round($event ?? 0)"
          />
          <label class="flex items-center gap-2"
            ><input v-model="fired" type="checkbox" class="size-5 accent-(--ember)" /> it has been
            fired</label
          >
        </template>
        <label v-if="type === 'thermocouple'"
          ><span class="label">Kind</span>
          <select v-model="draft.kind" class="field">
            <option v-for="kind in ['K', 'N', 'S', 'other']" :key="kind" :value="kind">{{ kind }}</option>
          </select></label
        >
        <template v-if="type === 'ingot-mould'">
          <QuantityField
            :model-value="figure('tareG')"
            label="Weighs empty"
            kind="mass"
            positive
            nullable
            hint="Hot or full now? Leave it: ingots in it wait for it"
            @update:model-value="draft.tareG = $event"
          />
          <QuantityField
            :model-value="figure('holdsCm3')"
            label="Holds, if known"
            kind="volume"
            nullable
            positive
            @update:model-value="draft.holdsCm3 = $event"
          />
          <fieldset class="col-span-2 grid grid-cols-4 gap-2">
            <legend class="label">Of steel and not weighed? Its outside, and the plate’s thickness</legend>
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
            label="Finest step"
            kind="mass"
            positive
            @update:model-value="draft.stepG = $event"
          />
          <QuantityField
            :model-value="figure('capacityG')"
            label="Bears at most"
            kind="mass"
            positive
            @update:model-value="draft.capacityG = $event"
          />
          <QuantityField
            :model-value="figure('errorG') ?? null"
            label="May be off by, if known"
            kind="mass"
            nullable
            positive
            hint="Plans keep room for it. Else half a step."
            @update:model-value="draft.errorG = $event"
          />
        </template>
      </div>
      <label
        ><span class="label">Note</span><input v-model="draft.note" class="field" maxlength="2000"
      /></label>
      <ul v-if="faults.length" role="alert" class="font-semibold text-oxide">
        <li v-for="fault in faults" :key="fault">{{ fault }}</li>
      </ul>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-next">Save</button>
        <button v-if="gear" type="button" class="btn" @click="remove">Take it away</button>
      </div>
    </form>
  </SheetDialog>
</template>
