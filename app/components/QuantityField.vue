<script setup lang="ts">
import {
  formatMass,
  fromCelsius,
  MM_IN,
  parseDecimal,
  parseLength,
  parseMass,
  parseTemperature,
  type Parsed,
} from '#core/units'
import { MOST, quantityWords, type QuantityKind } from '~/words/quantities'

const props = withDefaults(
  defineProps<{
    label: string
    modelValue: number | null
    kind: QuantityKind
    hideLabel?: boolean
    nullable?: boolean
    /** must be more than zero */
    positive?: boolean
    min?: number
    max?: number
    /** said when the figure is above max */
    maxWords?: string
    placeholder?: string
    size?: 'normal' | 'huge'
    unitWords?: string
    hint?: string
    /** take the keyboard when it appears */
    eager?: boolean
  }>(),
  { size: 'normal' },
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null]; sealed: []; enter: [] }>()
const { mass, temperature, length } = useUnits()
const id = useId()
const input = ref<HTMLInputElement>()
onMounted(() => {
  if (props.eager) input.value?.focus()
})
const focused = ref(false)
const text = ref('')
const error = ref('')

const suffix = computed(() => {
  if (props.unitWords) return props.unitWords
  if (props.kind === 'mass') return mass.value === 'lb' ? '' : mass.value
  if (props.kind === 'temperature') return `°${temperature.value}`
  if (props.kind === 'length') return length.value
  if (props.kind === 'volume') return length.value === 'in' ? 'in³' : 'cm³'
  return props.kind === 'percent' ? '%' : ''
})

/** Cubic centimetres in the unit of volume that goes with the lengths. */
const cm3PerUnit = () => (length.value === 'in' ? MM_IN.in ** 3 / 1000 : 1)

function show(value: number | null): string {
  if (value === null) return ''
  if (props.kind === 'temperature') return String(Math.round(fromCelsius(value, temperature.value)))
  if (props.kind === 'length') return String(Number((value / MM_IN[length.value]).toPrecision(5)))
  if (props.kind === 'volume') return String(Number((value / cm3PerUnit()).toPrecision(5)))
  if (props.kind !== 'mass') return String(Number(value.toPrecision(6)))
  if (mass.value === 'lb') {
    const { figure, unit } = formatMass(value, 'lb')
    return `${figure} ${unit}`
  }
  const perUnit = { g: 1, kg: 1000, oz: 28.349523125 }[mass.value]
  const shown = value / perUnit
  const digits = mass.value === 'g' ? 1 : 3
  // The step of a fine scale is less than the last digit of a bin.
  if (shown !== 0 && Math.abs(shown) < 10 ** -digits) return String(Number(shown.toPrecision(2)))
  return String(Number(shown.toFixed(digits)))
}

watch(
  [() => props.modelValue, mass, temperature, length],
  () => {
    if (!focused.value && !error.value) text.value = show(props.modelValue)
  },
  { immediate: true },
)

function parse(): Parsed<number> {
  if (props.kind === 'mass') return parseMass(text.value, mass.value)
  if (props.kind === 'temperature') return parseTemperature(text.value, temperature.value)
  if (props.kind === 'length') return parseLength(text.value, length.value)
  const parsed = parseDecimal(text.value.replace(/%$/, ''))
  if (parsed.ok && parsed.value < 0) return { ok: false, problem: 'negative' }
  if (parsed.ok && props.kind === 'percent' && parsed.value > 100 && props.max === undefined)
    return { ok: false, problem: 'too-large' }
  if (parsed.ok && props.kind === 'volume') return { ok: true, value: parsed.value * cm3PerUnit() }
  return parsed
}

function read(leaving: boolean): void {
  const parsed = parse()
  if (!parsed.ok) {
    if (parsed.problem === 'empty' && props.nullable) {
      error.value = ''
      if (props.modelValue !== null) emit('update:modelValue', null)
    } else if (parsed.problem !== 'empty' || leaving) error.value = quantityWords(parsed.problem, props.kind)
    return
  }
  const { value } = parsed
  if (props.positive && value <= 0) error.value = quantityWords('zero', props.kind)
  else if (props.min !== undefined && value < props.min)
    error.value = `At least ${show(props.min)} ${suffix.value}.`
  else if (props.max !== undefined && value > props.max + 1e-9)
    error.value = props.maxWords ?? `At most ${show(props.max)} ${suffix.value}.`
  else if (value > (MOST[props.kind] ?? Infinity)) error.value = quantityWords('too-large', props.kind)
  else {
    error.value = ''
    if (value !== props.modelValue) emit('update:modelValue', value)
  }
}

/** Asked when the form it stands in is to be taken. */
function check({ currentTarget }: Event): void {
  if (text.value !== show(props.modelValue) || props.modelValue === null) read(true)
  ;(currentTarget as HTMLElement).dataset.figure = error.value ? 'unread' : ''
}

function leave(): void {
  focused.value = false
  if (text.value !== show(props.modelValue)) read(true)
  if (!error.value) text.value = show(props.modelValue)
  emit('sealed')
}
</script>

<template>
  <div>
    <label :for="id" class="label block" :class="{ 'sr-only': hideLabel, 'mb-1.5': size === 'huge' }">{{
      label
    }}</label>
    <div class="relative">
      <input
        :id="id"
        ref="input"
        v-model="text"
        type="text"
        :inputmode="kind === 'mass' || kind === 'temperature' || kind === 'length' ? 'text' : 'decimal'"
        autocomplete="off"
        class="field text-right"
        :class="[
          size === 'huge' ? 'min-h-20 text-3xl font-bold' : '',
          suffix ? (size === 'huge' ? 'pr-14' : suffix.length > 2 ? 'pr-11' : 'pr-9') : '',
        ]"
        :placeholder="placeholder"
        data-figure
        :aria-invalid="error ? 'true' : undefined"
        :aria-describedby="error ? `${id}-error` : hint ? `${id}-hint` : undefined"
        @focus="focused = true"
        @input="read(false)"
        @blur="leave"
        @check="check"
        @keydown.enter="(read(true), error || emit('enter'))"
      />
      <span
        v-if="suffix"
        class="pointer-events-none absolute inset-y-0 right-2 grid place-items-center text-soft"
        :class="size === 'huge' ? 'text-xl' : 'text-sm'"
        aria-hidden="true"
        >{{ suffix }}</span
      >
    </div>
    <p v-if="error" :id="`${id}-error`" role="alert" class="mt-1 text-sm font-semibold text-oxide">
      {{ error }}
    </p>
    <p v-else-if="hint" :id="`${id}-hint`" class="mt-1 text-xs text-soft">{{ hint }}</p>
  </div>
</template>
