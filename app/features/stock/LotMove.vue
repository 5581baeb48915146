<script setup lang="ts">
import { t } from '~/words'
import { moveMetal, piecesLeft, splitLot, type Lot } from '#core/stock'
import { computed, reactive, ref, watch } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { now, useYard } from '~/storage/yard-store'
import { dayOf } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** Metal weighed into a bin, out of it, or split off as a bin of its own; and what went before. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { grams } = useUnits()
const way = ref<'in' | 'out' | 'split'>('in')
const massG = ref<number | null>(null)
const why = ref('')
const name = ref(t('stock.split-name', { lotName: props.lot.name }))
const fault = ref('')
/** pieces picked to go, by their place in the list */
const going = reactive(new Set<number>())
const pieces = computed(() => (props.lot.pieces ?? []).map((massG, index) => ({ massG, index })))
const goingG = computed(() => pieces.value.filter(({ index }) => going.has(index)).map((one) => one.massG))
function toggle(index: number): void {
  if (!going.delete(index)) going.add(index)
  massG.value = Number(goingG.value.reduce((sum, mass) => sum + mass, 0).toFixed(3)) || null
}
watch(way, () => going.clear())
/** The lot without the pieces that went. */
function without(lot: Lot): Lot {
  if (goingG.value.length === 0) return lot
  const { pieces: before = [], ...rest } = lot
  const left = piecesLeft(before, goingG.value)
  return left.length > 0 ? { ...rest, pieces: left } : rest
}
/** The part with the pieces that went, and no others. */
function partOf(part: Lot): Lot {
  const { pieces: _, ...rest } = part
  return goingG.value.length > 0 ? { ...rest, pieces: goingG.value } : rest
}
const WAYS = [
  { id: 'in', words: t('stock.weigh-in-option') },
  { id: 'out', words: t('stock.take-out-option') },
  { id: 'split', words: t('stock.split-option') },
] as const

function save(): void {
  const mass = massG.value
  fault.value = ''
  if (!mass) {
    fault.value = t('stock.needs-mass')
    return
  }
  const { lot } = props
  let done = false
  try {
    if (way.value === 'split') {
      const part = {
        id: crypto.randomUUID(),
        name: name.value.trim() || t('stock.split-name-short', { lotName: lot.name.slice(0, 110) }),
        now: now(),
      }
      const both = splitLot(lot, mass, part)
      done = yard.commit(t('stock.split-edit', { lotName: lot.name }), [
        { collection: 'lots', id: lot.id, after: without(both.rest) },
        { collection: 'lots', id: part.id, after: partOf(both.part) },
      ])
    } else {
      const change = way.value === 'in' ? mass : -mass
      const words = why.value.trim() || (way.value === 'in' ? t('stock.weighed-in') : t('stock.taken-out'))
      done = yard.commit(
        `${way.value === 'in' ? t('stock.weigh-into-edit') : t('stock.take-out-edit')} ${lot.name}`,
        [{ collection: 'lots', id: lot.id, after: without(moveMetal(lot, change, words, now())) }],
      )
    }
    if (done) emit('close')
  } catch {
    fault.value =
      way.value === 'split'
        ? t('stock.split-too-large', { mass: grams(lot.massG) })
        : t('stock.not-enough', { mass: grams(lot.massG) })
  }
}
</script>

<template>
  <SheetDialog :title="lot.name" @close="emit('close')">
    <form @submit.prevent="save">
      <p class="mb-3">{{ t('stock.lot-mass', { mass: grams(lot.massG) }) }}</p>
      <fieldset class="mb-3 flex flex-wrap gap-2">
        <legend class="sr-only">{{ t('stock.move-label') }}</legend>
        <label
          v-for="one in WAYS"
          :key="one.id"
          class="btn cursor-pointer"
          :class="way === one.id ? 'border-ink bg-ink text-page' : ''"
        >
          <input v-model="way" type="radio" class="sr-only" name="way" :value="one.id" />{{ one.words }}
        </label>
      </fieldset>
      <fieldset v-if="way !== 'in' && pieces.length" class="mb-3">
        <legend class="label mb-1">{{ t('stock.pieces-taken-label') }}</legend>
        <div class="relative flex max-h-32 flex-wrap gap-2 overflow-auto">
          <button
            v-for="piece in pieces"
            :key="piece.index"
            type="button"
            class="btn min-h-8 px-2"
            :class="going.has(piece.index) ? 'border-ink bg-ink text-page' : ''"
            :aria-pressed="going.has(piece.index)"
            @click="toggle(piece.index)"
          >
            {{ grams(piece.massG) }}
          </button>
        </div>
      </fieldset>
      <div class="grid gap-3 sm:grid-cols-2">
        <QuantityField v-model="massG" :label="t('stock.mass-moved-label')" kind="mass" positive eager />
        <label v-if="way === 'split'"
          ><span class="label">{{ t('stock.split-name-label') }}</span
          ><input v-model="name" class="field" maxlength="120"
        /></label>
        <label v-else
          ><span class="label">{{ t('stock.why') }}</span
          ><input v-model="why" class="field" maxlength="200" :placeholder="t('stock.reason-placeholder')"
        /></label>
      </div>
      <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
      <button class="btn btn-next mt-3">{{ t('stock.save') }}</button>
    </form>
    <template v-if="lot.moves?.length">
      <h3 class="label mt-4 mb-1">{{ t('stock.move-heading') }}</h3>
      <ul
        class="relative max-h-60 overflow-auto"
        tabindex="0"
        role="list"
        :aria-label="t('stock.move-heading')"
      >
        <li
          v-for="move in [...lot.moves].reverse()"
          :key="move.at + move.changeG"
          class="flex gap-3 border-t border-line py-1"
        >
          <span class="w-24 text-soft">{{ dayOf(move.at) }}</span>
          <span class="flex-1">{{ move.why }}</span>
          <b>{{ move.changeG > 0 ? '+' : '−' }} {{ grams(Math.abs(move.changeG)) }}</b>
        </li>
      </ul>
    </template>
  </SheetDialog>
</template>
