<script setup lang="ts">
import { t } from '~/words'
import { nth } from '#core/lists'
import {
  formatMass,
  formatTemperature,
  fromCelsius,
  GRAMS_PER,
  MM_IN,
  parseCrucibleNumber,
  parseDecimal,
  parseLength,
  parseMass,
  parseTemperature,
  parseVolume,
  poundsOrOunces,
  pricePer,
  toCelsius,
  type DecimalMark,
  type MassUnit,
  type Parsed,
} from '#core/units'
import { MOST, quantityWords, type QuantityKind } from './quantity-words'
import { useMediaQuery } from '@vueuse/core'
import { computed, onMounted, ref, useId, watch } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { decimalMarkHere, localFigures } from '~/shared/units/decimal-mark'

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
    /** ids of what else tells what is wanted here */
    toldBy?: string
    /** what lies outside is asked about before it is taken, in the unit the field keeps */
    sensible?: { from: number; to: number }
    /** g that the plan asks for: where pounds are told with ounces, it tells which of them a bare figure is in */
    near?: number
    /** take the keyboard when it appears */
    eager?: boolean
    /** shown, and not to be changed */
    disabled?: boolean
  }>(),
  { size: 'normal' },
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null]; sealed: []; enter: [] }>()
const { mass, temperature, length, pricedBy } = useUnits()
const decimalMark = decimalMarkHere()
const id = useId()
const input = ref<HTMLInputElement>()
onMounted(() => {
  if (props.eager) input.value?.focus()
})
/** A thumb gets the keys of figures, and the other ones for a unit or a sum ("3 × 96 g") by a press on the unit. */
const thumb = useMediaQuery('(pointer: coarse)')
const letters = ref(false)
function changeKeys(): void {
  letters.value = !letters.value
  input.value?.blur()
  setTimeout(() => input.value?.focus())
}
const focused = ref(false)
const text = ref('')
const error = ref('')
/** readings of what was typed, to choose from: what it could be, and what that is called */
const choices = ref<{ value: number; words: string }[]>([])

/** a unit of its own or a sum may be typed here */
const written = computed(() => ['mass', 'length', 'volume', 'temperature'].includes(props.kind))
/** What a bare figure of a mass is read in. */
const bareUnit = (decimal?: DecimalMark): MassUnit =>
  mass.value === 'lb' && props.near ? poundsOrOunces(text.value, props.near, decimal) : mass.value
/** Pounds are told with their ounces, each with its unit. */
const inPounds = computed(() => props.kind === 'mass' && mass.value === 'lb')
const suffix = computed(() => {
  if (props.unitWords) return props.unitWords
  if (props.kind === 'mass') return inPounds.value ? '' : mass.value
  if (props.kind === 'temperature') return `°${temperature.value}`
  if (props.kind === 'length') return length.value
  if (props.kind === 'volume') return length.value === 'in' ? 'in³' : 'cm³'
  if (props.kind === 'metal-price') return `/${pricedBy.value}`
  return props.kind === 'percent' ? '%' : ''
})

/** Beside a figure that stands alone, the unit it is read in. */
const beside = computed(() =>
  inPounds.value && !props.unitWords ? (/[a-z]/i.test(text.value) ? '' : bareUnit()) : suffix.value,
)

/** One of what is shown here, in the unit the field keeps: temperatures have no such figure. */
const perShown = computed(() => {
  if (props.kind === 'mass') return GRAMS_PER[mass.value]
  if (props.kind === 'length') return MM_IN[length.value]
  // Cubic centimetres of the unit of volume that goes with the lengths.
  if (props.kind === 'volume') return length.value === 'in' ? MM_IN.in ** 3 / 1000 : 1
  return props.kind === 'metal-price' ? 1 / pricePer(1, pricedBy.value) : 1
})

const show = (value: number | null): string => localFigures(plain(value))
function plain(value: number | null): string {
  if (value === null) return ''
  if (props.kind === 'temperature') return String(Math.round(fromCelsius(value, temperature.value)))
  const shown = value / perShown.value
  if (props.kind !== 'mass') {
    const figures = props.kind === 'length' || props.kind === 'volume' ? 5 : 6
    return String(Number(shown.toPrecision(figures)))
  }
  if (inPounds.value) {
    const { figure, unit } = formatMass(value, 'lb')
    return `${figure} ${unit}`
  }
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

function parse(decimal?: DecimalMark): Parsed<number> {
  if (props.kind === 'mass') return parseMass(text.value, bareUnit(decimal), decimal)
  if (props.kind === 'temperature') return parseTemperature(text.value, temperature.value, decimal)
  if (props.kind === 'length') return parseLength(text.value, length.value, decimal)
  if (props.kind === 'crucible-number') return parseCrucibleNumber(text.value, decimal)
  if (props.kind === 'volume') return parseVolume(text.value, length.value === 'in' ? 'in3' : 'cm3', decimal)
  const parsed = parseDecimal(text.value.replace(/%$/, ''), decimal)
  if (parsed.ok && parsed.value < 0) return { ok: false, problem: 'negative' }
  if (parsed.ok && props.kind === 'percent' && parsed.value > 100 && props.max === undefined)
    return { ok: false, problem: 'too-large' }
  return parsed.ok ? { ok: true, value: parsed.value * perShown.value } : parsed
}

const isPossible = (value: number): boolean =>
  value >= Math.max(0, props.min ?? -Infinity) &&
  value <= Math.min(props.max ?? Infinity, MOST[props.kind] ?? Infinity)

/** What was typed; where it can be read in two ways and both are possible, it is asked which was meant. */
function parseOrAsk(): Parsed<number> {
  choices.value = []
  const parsed = parse()
  if (parsed.ok || parsed.problem !== 'two-readings') return parsed
  // What stood there already is what it was.
  if (props.modelValue !== null && text.value === show(props.modelValue))
    return { ok: true, value: props.modelValue }
  const readings = (['.', ','] as const).flatMap((decimal) => {
    const one = parse(decimal)
    return one.ok ? [{ decimal, value: one.value }] : []
  })
  const possible = readings.filter(({ value }) => isPossible(value))
  if (possible.length === 1) return { ok: true, value: nth(possible, 0).value }
  // Thousandths of a kilogram or a pound are weighed, of a gram or a degree hardly: there the person's own decimal mark says too little.
  const own = possible.find(({ decimal }) => decimal === decimalMark && text.value.includes(decimal))
  if (own && finely()) return { ok: true, value: own.value }
  choices.value = possible.map(({ value }) => ({ value, words: inFull(value) }))
  return parsed
}

/** Figures of this field have thousandths. */
const finely = (): boolean =>
  props.kind === 'mass'
    ? /[a-z]/i.test(text.value)
      ? /kg|oz|lb/i.test(text.value)
      : mass.value !== 'g'
    : props.kind !== 'temperature'

/** A reading with nothing left to guess: "1 234 g", "1.234 g". */
function inFull(value: number): string {
  if (inPounds.value) return localFigures(`${Number((value / GRAMS_PER.lb).toPrecision(7))} lb`)
  const shown = props.kind === 'temperature' ? fromCelsius(value, temperature.value) : value / perShown.value
  const figure = Number(shown.toPrecision(7)).toLocaleString('en', { maximumFractionDigits: 6 })
  return `${localFigures(figure.replaceAll(',', '\u202f'))} ${suffix.value}`.trim()
}

function choose(value: number): void {
  choices.value = []
  error.value = ''
  text.value = show(value)
  doubted = value
  accept(value)
  input.value?.focus()
}
/** a doubtful figure the person has said yes to */
let doubted: number | null = null

function read(leaving: boolean): void {
  const parsed = parseOrAsk()
  if (!parsed.ok) {
    if (parsed.problem === 'empty' && props.nullable) {
      error.value = ''
      if (props.modelValue !== null) emit('update:modelValue', null)
    } else if (parsed.problem !== 'empty' || leaving) error.value = quantityWords(parsed.problem, props.kind)
    return
  }
  if (!doubts(parsed.value)) accept(parsed.value)
  else if (leaving) ask(parsed.value)
  else error.value = ''
}

const inside = (value: number) =>
  !props.sensible || (value >= props.sensible.from && value <= props.sensible.to)
/** Nothing so odd is taken unasked; what was there before, or was said yes to, is not asked again. */
const doubts = (value: number) => !inside(value) && value !== doubted && value !== props.modelValue

/** Whether that was meant, or the other scale of temperature. */
function ask(value: number): void {
  const [little, much] =
    props.kind === 'temperature' ? [t('small.cold'), t('small.hot')] : [t('small.little'), t('small.large')]
  const size =
    value < props.sensible!.from
      ? t('shared-fields.very-small', { size: little })
      : t('shared-fields.very-large', { size: much })
  error.value = t('shared-fields.unlikely-value', { value: inFull(value), size: size })
  choices.value = [{ value, words: t('shared-fields.yes', { value: inFull(value) }) }]
  if (props.kind !== 'temperature') return
  const shown = fromCelsius(value, temperature.value)
  const otherScale = temperature.value === 'C' ? 'F' : 'C'
  const meant = toCelsius(shown, otherScale)
  if (inside(meant))
    choices.value.unshift({
      value: meant,
      words: t('shared-fields.meant-other-scale', {
        otherScale,
        meant: formatTemperature(meant, temperature.value),
      }),
    })
}

function accept(value: number): void {
  if (props.positive && value <= 0) error.value = quantityWords('zero', props.kind)
  else if (props.min !== undefined && value < props.min)
    error.value = t('shared-fields.below-minimum', { limit: show(props.min), unit: suffix.value })
  else if (props.max !== undefined && value > props.max + 1e-9)
    error.value =
      props.maxWords ?? t('shared-fields.above-maximum', { limit: show(props.max), unit: suffix.value })
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

/** What stood there when the hand came: as long as it does, undo is the yard's. */
function begin(event: FocusEvent): void {
  focused.value = true
  ;(event.target as HTMLElement).dataset.began = text.value
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
        :inputmode="letters || inPounds ? 'text' : 'decimal'"
        autocomplete="off"
        :disabled="disabled"
        class="field text-right"
        :class="[
          size === 'huge' ? 'min-h-20 text-3xl font-bold' : '',
          beside ? (size === 'huge' ? 'pr-14' : beside.length > 2 ? 'pr-11' : 'pr-9') : '',
        ]"
        :placeholder="placeholder"
        data-figure
        :aria-invalid="error ? 'true' : undefined"
        :aria-describedby="
          [error ? `${id}-error` : hint ? `${id}-hint` : '', toldBy].filter(Boolean).join(' ') || undefined
        "
        :data-hand="eager || undefined"
        @focus="begin"
        @input="read(false)"
        @blur="leave"
        @check="check"
        @keydown.enter="(read(true), error || emit('enter'))"
      />
      <button
        v-if="suffix && thumb && written"
        type="button"
        class="absolute inset-y-0 right-0 min-w-9 px-2 text-soft underline decoration-dotted underline-offset-4"
        :class="size === 'huge' ? 'text-xl' : 'text-sm'"
        :aria-pressed="letters"
        :aria-label="t('shared-fields.units-button-label', { unit: suffix })"
        @click="changeKeys"
      >
        {{ suffix }}
      </button>
      <span
        v-else-if="beside"
        class="pointer-events-none absolute inset-y-0 right-2 grid place-items-center text-soft"
        :class="size === 'huge' ? 'text-xl' : 'text-sm'"
        aria-hidden="true"
        >{{ beside }}</span
      >
    </div>
    <p v-if="error" :id="`${id}-error`" role="alert" class="mt-1 text-sm font-semibold text-oxide">
      {{ error }}
      <span v-if="choices.length > 1 && error === t('shared-fields.ambiguous-number')"
        >{{ t('shared-fields.did-you-mean') + ' ' }}
      </span>
      <template v-for="(choice, at) in choices" :key="choice.value">
        <span v-if="at > 0">{{ ` ${t('shared-fields.or')} ` }}</span
        ><button type="button" class="btn min-h-8 px-2 py-0.5" @click="choose(choice.value)">
          {{ choice.words }}
        </button>
      </template>
    </p>
    <p v-else-if="hint" :id="`${id}-hint`" class="mt-1 text-xs text-soft">{{ hint }}</p>
  </div>
</template>
