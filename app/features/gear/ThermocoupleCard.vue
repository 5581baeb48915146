<script setup lang="ts">
import { byId } from '#core/lists'
import { FIXED_POINT_SOURCE, FIXED_POINTS, offsets, type Thermocouple } from '#core/gear'
import { now } from '~/storage/yard-store'
import { computed, ref } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useUnits } from '~/shared/units/useUnits'
import { dayOf } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A thermocouple and how far it is off, by the metals it was held in while they froze. */
const props = defineProps<{ thermocouple: Thermocouple }>()
const emit = defineEmits<{ edit: [] }>()
const gear = useGear()
const { degrees, temperature } = useUnits()
const known = computed(() => offsets(props.thermocouple.checks))
const checking = ref(false)
const point = ref('Al')
const readC = ref<number | null>(null)
const fault = ref('')
/** A difference of temperatures. */
const off = (celsius: number) => {
  const value = temperature.value === 'F' ? celsius * 1.8 : celsius
  return `${Math.abs(value).toFixed(1)} °${temperature.value} ${value > 0 ? 'low' : 'high'}`
}
/** Further off than this, the metal or the reading was another. */
const FAR_C = 200
function write(): void {
  const freezes = byId(FIXED_POINTS, point.value)
  if (readC.value === null) fault.value = 'Say what it showed while the metal froze.'
  else if (Math.abs(readC.value - freezes.freezesC) > FAR_C)
    fault.value = `${freezes.name} freezes at ${degrees(freezes.freezesC)}; that is too far off to be an error of the instrument. Check the metal and the unit.`
  else {
    const check = { at: now(), point: point.value, readC: readC.value }
    gear.keep(
      { ...props.thermocouple, checks: [...props.thermocouple.checks, check] },
      `Check ${props.thermocouple.name} in ${freezes.name.toLowerCase()}`,
    )
    checking.value = false
    readC.value = null
    fault.value = ''
  }
}
</script>

<template>
  <li class="slab flex flex-col gap-2 p-3">
    <div>
      <h3 class="text-lg leading-tight font-bold break-words">{{ thermocouple.name }}</h3>
      <p class="text-sm text-soft">Type {{ thermocouple.kind }}</p>
    </div>
    <ul v-if="known.length" class="text-sm" data-testid="offsets">
      <li v-for="one in known" :key="one.point">
        <b>{{ off(one.addC) }}</b> at {{ degrees(one.readC) }},
        <span class="text-soft">{{ one.point }}, {{ dayOf(one.at) }}</span>
      </li>
    </ul>
    <p v-else class="font-semibold text-amber">Never checked: every reading is on trust.</p>
    <p v-if="thermocouple.note" class="text-sm text-soft">{{ thermocouple.note }}</p>
    <form v-if="checking" class="grid grid-cols-2 gap-3" @submit.prevent="write">
      <p class="col-span-2 text-sm text-soft">
        Hold it in clean metal that cools slowly. The reading falls, stands still while the metal freezes, and
        falls again: write down where it stands still. {{ FIXED_POINT_SOURCE }}.
      </p>
      <label
        ><span class="label">Metal</span>
        <select v-model="point" class="field">
          <option v-for="one in FIXED_POINTS" :key="one.id" :value="one.id">
            {{ one.name }}, {{ degrees(one.freezesC) }}
          </option>
        </select></label
      >
      <QuantityField v-model="readC" label="It stood still at" kind="temperature" nullable />
      <p v-if="fault" role="alert" class="col-span-2 font-semibold text-oxide">{{ fault }}</p>
      <button class="btn btn-next col-span-2">Save</button>
    </form>
    <div class="mt-auto flex flex-wrap gap-2">
      <button class="btn btn-quiet underline" @click="checking = !checking">
        Check it<span class="sr-only">: {{ thermocouple.name }}</span>
      </button>
      <button class="btn btn-quiet underline" @click="emit('edit')">
        Edit<span class="sr-only"> {{ thermocouple.name }}</span>
      </button>
    </div>
  </li>
</template>
