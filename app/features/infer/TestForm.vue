<script setup lang="ts">
import { t } from '~/words'
import { fixed } from '~/shared/units/decimal-mark'
import { computed, reactive, ref, watch } from 'vue'
import { blankTest, HUES, type MetalTest } from '#core/heat'
import { fourWire, toIacs, type ShedTest } from '#core/inference'
import { metalOfPractice } from '#core/families'
import { weighInWater } from '#core/stock'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { useHeat } from '~/shared/heat/useHeat'
import { now } from '~/storage/yard-store'
import { HUE_WORDS, SHED_TEST_WORDS } from './infer-words'

/** One test of the metal, entered by what the hand reads off. */
const props = defineProps<{ test: ShedTest }>()
const emit = defineEmits<{ done: [] }>()
const { heat, edit } = useHeat()
const FIGURES = {
  airG: null,
  waterG: null,
  stepG: 0.1,
  waterC: 20,
  amps: null,
  millivolts: null,
  lengthMm: null,
  widthMm: null,
  heightMm: null,
  barC: 20,
  value: null,
}
const told = reactive<Record<keyof typeof FIGURES, number | null>>({ ...FIGURES })
const round = ref(true)
const hue = ref<(typeof HUES)[number] | null>(null)
const fault = ref('')
watch(
  () => props.test,
  () => (fault.value = ''),
)
const base = computed(() => (heat.value?.alloy ? metalOfPractice(heat.value.alloy.practice) : 'Cu'))

const density = computed(() => {
  const { airG, waterG, stepG, waterC } = told
  if (!airG || !waterG || !stepG) return null
  try {
    return weighInWater(airG, waterG, stepG, waterC ?? 20)
  } catch {
    return null
  }
})
const wire = computed(() => {
  const { amps, millivolts, lengthMm, widthMm, heightMm, barC } = told
  const across = round.value ? widthMm : heightMm
  if (!amps || !millivolts || !lengthMm || !widthMm || !across) return null
  const sectionMm2 = round.value ? (Math.PI * widthMm ** 2) / 4 : widthMm * across
  return { amps, millivolts, lengthMm, sectionMm2: Number(sectionMm2.toFixed(3)), celsius: barC ?? 20 }
})
const resistivity = computed(() => wire.value && fourWire(wire.value, base.value))

/** What is written down, or what is missing. */
function made(): Partial<MetalTest> | string {
  switch (props.test) {
    case 'density':
      if (!told.airG || !told.waterG) return t('infer.needs-both-weights')
      if (!density.value) return t('infer.displaces-too-much')
      return {
        kind: 'density',
        value: Number(density.value.gcm3.toFixed(4)),
        sd: Number(Math.max(0.001, density.value.sd).toFixed(4)),
      }
    case 'resistance':
      return wire.value ? { kind: 'resistance', wire: wire.value } : t('infer.needs-all-fields')
    case 'eddy':
      return told.value ? { kind: 'eddy', value: told.value } : t('infer.needs-value')
    case 'hardness':
      return told.value ? { kind: 'hardness', value: told.value } : t('infer.needs-value')
    case 'colour':
      return hue.value
        ? { kind: 'colour', hue: hue.value, text: HUE_WORDS[hue.value] }
        : t('infer.needs-colour')
    default:
      return ''
  }
}
function add(): void {
  const part = made()
  fault.value = typeof part === 'string' ? part : ''
  if (typeof part === 'string' || !part.kind) return
  const test: MetalTest = { ...blankTest(part.kind), ...part, id: crypto.randomUUID(), at: now() }
  edit(t('infer.add', { test: SHED_TEST_WORDS[props.test] }), { tests: [...(heat.value?.tests ?? []), test] })
  emit('done')
}
</script>

<template>
  <form
    class="mt-2 grid grid-cols-2 items-start gap-3"
    :aria-label="SHED_TEST_WORDS[test]"
    @submit.prevent="add"
  >
    <template v-if="test === 'density'">
      <p class="col-span-2 text-sm text-soft">{{ t('infer.how-density') }}</p>
      <QuantityField v-model="told.airG" :label="t('infer.air-mass-label')" kind="mass" nullable positive />
      <QuantityField
        v-model="told.waterG"
        :label="t('infer.water-mass-label')"
        kind="mass"
        nullable
        positive
      />
      <QuantityField v-model="told.stepG" :label="t('infer.scale-step-label')" kind="mass" positive />
      <QuantityField
        v-model="told.waterC"
        :label="t('infer.water-temperature-label')"
        kind="temperature"
        :min="0"
        :max="40"
      />
      <p v-if="density" class="col-span-2 font-bold" aria-live="polite">
        {{ fixed(density.gcm3, 3) }} ± {{ fixed(density.sd, 3) }} g/cm³
      </p>
    </template>
    <template v-else-if="test === 'resistance'">
      <p class="col-span-2 text-sm text-soft">{{ t('infer.how-resistance') }}</p>
      <QuantityField
        v-model="told.amps"
        :label="t('infer.current-a')"
        kind="number"
        nullable
        positive
        :max="10000"
      />
      <QuantityField
        v-model="told.millivolts"
        :label="t('infer.voltage-mv')"
        kind="number"
        nullable
        positive
        :max="1000000"
      />
      <QuantityField
        v-model="told.lengthMm"
        :label="t('infer.voltage-length-label')"
        kind="length"
        nullable
        positive
      />
      <QuantityField
        v-model="told.barC"
        :label="t('infer.bar-temperature-label')"
        kind="temperature"
        :min="-50"
        :max="400"
      />
      <fieldset class="col-span-2 flex flex-wrap gap-4">
        <legend class="label">{{ t('infer.section') }}</legend>
        <label class="flex min-h-9 items-center gap-2"
          ><input v-model="round" type="radio" :value="true" class="size-5 accent-(--ember)" />
          {{ t('infer.round') }}</label
        >
        <label class="flex min-h-9 items-center gap-2"
          ><input v-model="round" type="radio" :value="false" class="size-5 accent-(--ember)" />
          {{ t('infer.rectangular') }}</label
        >
      </fieldset>
      <QuantityField
        v-model="told.widthMm"
        :label="round ? t('infer.diameter') : t('infer.width')"
        kind="length"
        nullable
        positive
      />
      <QuantityField
        v-if="!round"
        v-model="told.heightMm"
        :label="t('infer.thickness')"
        kind="length"
        nullable
        positive
      />
      <p v-if="resistivity" class="col-span-2 font-bold" aria-live="polite">
        {{
          t('infer.resistivity-result', {
            resistivity: fixed(resistivity.microOhmCm, 2),
            uncertainty: fixed(resistivity.sd, 2),
            iacs: fixed(toIacs(resistivity.microOhmCm), 1),
          })
        }}
      </p>
    </template>
    <template v-else-if="test === 'colour'">
      <p class="col-span-2 text-sm text-soft">{{ t('infer.how-colour') }}</p>
      <fieldset class="col-span-2 grid gap-1 sm:grid-cols-2">
        <legend class="sr-only">{{ SHED_TEST_WORDS.colour }}</legend>
        <label v-for="one in HUES" :key="one" class="flex min-h-9 items-center gap-2"
          ><input v-model="hue" type="radio" :value="one" class="size-5 accent-(--ember)" />
          {{ HUE_WORDS[one] }}</label
        >
      </fieldset>
    </template>
    <template v-else>
      <p class="col-span-2 text-sm text-soft">
        {{ test === 'eddy' ? t('infer.how-eddy') : t('infer.how-hardness') }}
      </p>
      <QuantityField
        :key="test"
        v-model="told.value"
        :label="test === 'eddy' ? t('infer.conductivity-iacs') : t('infer.brinell')"
        kind="number"
        nullable
        positive
        :max="test === 'eddy' ? 110 : 1000"
      />
    </template>
    <p v-if="fault" role="alert" class="col-span-2 font-semibold text-oxide">{{ fault }}</p>
    <button class="btn btn-next col-span-2">{{ t('infer.record-button') }}</button>
  </form>
</template>
