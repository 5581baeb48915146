<script setup lang="ts">
import { t } from '~/words'
import { formatReading, parseReading, type ElementReading } from '#core/assay'
import { elementName } from '~/shared/units/elements'
import { ref, useId, watch } from 'vue'
import { quantityWords } from '~/shared/fields/quantity-words'

/** One element of a reading: a value, a value with its spread, or "below". */
const props = defineProps<{
  element: string
  reading: ElementReading | null
  readings: Record<string, ElementReading>
}>()
const emit = defineEmits<{ change: [readings: Record<string, ElementReading>]; sealed: [] }>()
const id = useId()
const focused = ref(false)
const error = ref('')
const text = ref('')
const shown = () => (props.reading ? formatReading(props.reading) : '')
watch(
  () => props.reading,
  () => {
    if (!focused.value && !error.value) text.value = shown()
  },
  { immediate: true },
)
function read(): void {
  if (text.value.trim() === '') {
    error.value = ''
    const { [props.element]: gone, ...rest } = props.readings
    if (gone) emit('change', rest)
    return
  }
  const parsed = parseReading(text.value)
  error.value = parsed.ok
    ? ''
    : parsed.problem === 'empty'
      ? t('assay.needs-figure')
      : quantityWords(parsed.problem, 'percent')
  if (parsed.ok && JSON.stringify(parsed.value) !== JSON.stringify(props.reading))
    emit('change', { ...props.readings, [props.element]: parsed.value })
}
function leave(): void {
  focused.value = false
  if (!error.value) text.value = shown()
  emit('sealed')
}
</script>

<template>
  <div>
    <label :for="id" class="label flex justify-between"
      ><b class="text-ink">{{ element }}</b>{{ elementName(element) }}</label
    >
    <input
      :id="id"
      v-model="text"
      class="field text-right"
      autocomplete="off"
      :aria-invalid="error ? 'true' : undefined"
      :aria-describedby="error ? `${id}-error` : undefined"
      @focus="focused = true"
      @input="read"
      @blur="leave"
    />
    <p v-if="error" :id="`${id}-error`" role="alert" class="text-sm font-semibold text-oxide">{{ error }}</p>
  </div>
</template>
