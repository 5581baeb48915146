<script setup lang="ts">
import { computed, onMounted, ref, useId } from 'vue'
import { amountOf, unitSaid, type BareUnit, type PileTile } from '#core/scrap-pile'
import { useUnits } from '~/shared/units/useUnits'
import { amountFault, countedWords, countWords, massText, notWeighedNote } from '~/shared/words/amount-words'

/** How much scrap there is: a mass, or a count of something whose mass is known ("two wheels", "half a bucket"). */
const props = defineProps<{ label: string; of?: PileTile; eager?: boolean; fault?: string }>()
/** g; null while it is empty or not read */
const massG = defineModel<number | null>({ required: true })
/** says that it was counted, for the lot's note; empty where it was weighed */
const note = defineModel<string>('note', { default: '' })
const { mass, grams } = useUnits()
const id = useId()
const input = ref<HTMLInputElement>()
const text = ref(massG.value ? massText(massG.value, mass.value) : '')
const bareIn = ref<BareUnit>(
  props.of?.starts === 'one' || props.of?.starts === 'twenty' ? 'piece' : mass.value,
)
const problem = ref('')
const taken = ref('')
onMounted(() => props.eager && input.value?.focus())

/** @param leaving half a word is not a fault yet */
function read(leaving: boolean): void {
  const said = amountOf(text.value, props.of ?? {}, bareIn.value)
  const isRead = said.ok && said.value.massG > 0
  const why = said.ok ? 'zero' : said.problem
  problem.value = !isRead && leaving ? amountFault(why) : ''
  massG.value = isRead ? said.value.massG : null
  const counted = isRead ? said.value.counted : null
  taken.value = counted && props.of ? countedWords(counted, props.of, grams) : ''
  note.value = counted && props.of ? notWeighedNote(counted, props.of) : ''
  if (!leaving || !said.ok) return
  const unit = unitSaid(text.value, said.value)
  if (unit) bareIn.value = unit
  // A bare "2" counted as wheels then reads "2 wheels".
  else if (counted) text.value = countWords(counted, props.of)
}
const example = computed(() => (props.of?.piece ? `2 ${props.of.piece.many}` : '3 kg'))
const shownFault = computed(() => problem.value || (massG.value === null ? props.fault : '') || '')
</script>

<template>
  <div>
    <label :for="id" class="label block">{{ label }}</label>
    <input
      :id="id"
      ref="input"
      v-model="text"
      class="field text-right"
      autocomplete="off"
      :placeholder="example"
      :data-hand="eager || undefined"
      :aria-invalid="shownFault ? 'true' : undefined"
      :aria-describedby="`${id}-taken`"
      @input="read(false)"
      @change="read(true)"
    />
    <div :id="`${id}-taken`">
      <p v-if="shownFault" role="alert" class="mt-1 text-sm font-semibold text-oxide">{{ shownFault }}</p>
      <p v-else-if="taken" class="mt-1 text-sm text-soft">{{ taken }}</p>
    </div>
  </div>
</template>
