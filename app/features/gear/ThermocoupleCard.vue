<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { inSentence, t, told } from '~/words'
import { I18nT } from 'vue-i18n'
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
  return `${fixed(Math.abs(value), 1)} °${temperature.value} ${value > 0 ? t('small.reads-low') : t('small.reads-high')}`
}
/** Further off than this, the metal or the reading was another. */
const FAR_C = 200
function write(): void {
  const freezes = byId(FIXED_POINTS, point.value)
  if (readC.value === null) fault.value = t('gear.fixed-point-needs-reading')
  else if (Math.abs(readC.value - freezes.freezesC) > FAR_C)
    fault.value = t('gear.fixed-point-too-far', {
      metal: freezes.name,
      temperature: degrees(freezes.freezesC),
    })
  else {
    const check = { at: now(), point: point.value, readC: readC.value }
    gear.keep(
      { ...props.thermocouple, checks: [...props.thermocouple.checks, check] },
      t('gear.fixed-point-edit', { probeName: props.thermocouple.name, metal: inSentence(freezes.name) }),
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
      <p class="text-sm text-soft">{{ t('gear.probe-kind', { kind: thermocouple.kind }) }}</p>
    </div>
    <ul v-if="known.length" class="text-sm" data-testid="offsets">
      <li v-for="one in known" :key="one.point">
        <I18nT keypath="gear.fixed-point-offset" scope="global"
          ><template #offset><b>{{ off(one.addC) }}</b></template
          ><template #point>{{ one.point }}</template><template #date>{{ dayOf(one.at) }}</template
          ><template #temperature>{{ degrees(one.readC) }}</template></I18nT
        >
      </li>
    </ul>
    <p v-else class="font-semibold text-amber">{{ t('gear.probe-unchecked') }}</p>
    <p v-if="thermocouple.note" class="text-sm text-soft">{{ thermocouple.note }}</p>
    <form v-if="checking" class="grid grid-cols-2 gap-3" @submit.prevent="write">
      <p class="col-span-2 text-sm text-soft">
        {{ t('gear.fixed-point-how', { source: FIXED_POINT_SOURCE }) }}
      </p>
      <label
        ><span class="label">{{ t('gear.metal') }}</span>
        <select v-model="point" class="field">
          <option v-for="one in FIXED_POINTS" :key="one.id" :value="one.id">
            {{ told(one.name) }}, {{ degrees(one.freezesC) }}
          </option>
        </select></label
      >
      <QuantityField v-model="readC" :label="t('gear.held-at-label')" kind="temperature" nullable />
      <p v-if="fault" role="alert" class="col-span-2 font-semibold text-oxide">{{ fault }}</p>
      <button class="btn btn-next col-span-2">{{ t('gear.save') }}</button>
    </form>
    <div class="mt-auto flex flex-wrap gap-2">
      <button class="btn btn-quiet underline" @click="checking = !checking">
        {{ t('gear.check-it') }}<span class="sr-only">: {{ thermocouple.name }}</span>
      </button>
      <button class="btn btn-quiet underline" @click="emit('edit')">
        {{ t('gear.edit') }}<span class="sr-only"> {{ thermocouple.name }}</span>
      </button>
    </div>
  </li>
</template>
