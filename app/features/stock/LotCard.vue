<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { blendDensity } from '#core/composition'
import type { Lot } from '#core/stock'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { KNOWLEDGE_WORDS } from '~/shared/words/knowledge-words'
import { COATING_NAMES, KIND_WORDS } from './stock-words'
import ScrapQuestion from './ScrapQuestion.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import KeptPhoto from '~/shared/fields/KeptPhoto.vue'

/** A lot as it lies in its bin: drawn with its composition, or as one line of a list. */
const props = defineProps<{ lot: Lot; picked: boolean; held: string[]; line?: boolean }>()
const emit = defineEmits<{ pick: []; edit: []; move: [] }>()
const { grams, price } = useUnits()
/** The density estimate, where it is known to be good to a percent; else nothing. */
const density = computed(() => {
  const pct = (symbol: string) => props.lot.composition[symbol] ?? 0
  const shrinks = pct('Cu') > 50 && pct('Si') + pct('Al') + pct('P') + pct('Fe') > 1
  const known = pct('Cu') + pct('Al') + pct('Sn') + pct('Zn') > 80 && !shrinks
  return known ? `≈ ${fixed(blendDensity(props.lot.composition), 1)} g/cm³` : null
})
const pieces = computed(() => {
  const all = props.lot.pieces ?? []
  if (all.length === 0) return ''
  const [least, most] = [Math.min(...all), Math.max(...all)]
  const count = all.length === 1 ? t('stock.one-piece') : t('stock.piece-count', { count: all.length })
  // What a heat took is not known by the piece.
  const taken = all.reduce((sum, piece) => sum + piece, 0) > 1.05 * props.lot.massG
  if (taken) return t('stock.pieces-before', { count })
  return least === most
    ? t('stock.pieces-of-mass', { count, mass: grams(least) })
    : t('stock.pieces-of-masses', { count, lightest: grams(least), heaviest: grams(most) })
})
const about = computed(() =>
  [
    (props.lot.coatings ?? []).map((one) => COATING_NAMES[one]).join(', '),
    pieces.value,
    props.lot.whereFrom,
  ].filter(Boolean),
)
</script>

<template>
  <li
    :data-lot="lot.id"
    tabindex="-1"
    class="slab"
    :class="
      line
        ? 'grid grid-cols-[auto_minmax(0,1.4fr)_auto] items-center gap-x-3 px-3 py-1 md:grid-cols-[auto_minmax(0,1.4fr)_minmax(0,1fr)_9rem_auto]'
        : 'flex flex-col gap-2 p-3'
    "
  >
    <template v-if="line">
      <input
        type="checkbox"
        class="size-5 shrink-0 accent-(--ember)"
        :checked="picked"
        :aria-label="t('stock.select-lot', { lotName: lot.name })"
        @change="emit('pick')"
      />
      <div class="min-w-0">
        <h3 class="truncate font-bold">{{ lot.name }}</h3>
        <p class="truncate text-xs text-soft">
          {{ [KIND_WORDS[lot.kind], KNOWLEDGE_WORDS[lot.knowledge], ...about].join(', ') }}
        </p>
      </div>
      <CompositionBar
        class="max-md:hidden"
        :composition="lot.composition"
        :label="lot.name"
        :values="false"
      />
      <p class="text-right max-md:order-last max-md:col-start-3 max-md:row-start-1">
        <b>{{ grams(lot.massG) }}</b>
        <span v-for="words in held" :key="words" class="block text-xs text-amber">{{ words }}</span>
      </p>
      <div class="flex max-md:col-span-3">
        <button class="btn btn-quiet min-h-8 underline" @click="emit('edit')">
          {{ t('stock.edit') }}<span class="sr-only"> {{ lot.name }}</span>
        </button>
        <button class="btn btn-quiet min-h-8 underline" @click="emit('move')">
          {{ t('stock.adjust') }}<span class="sr-only">: {{ lot.name }}</span>
        </button>
      </div>
    </template>
    <template v-else>
      <div class="flex items-start gap-2">
        <input
          type="checkbox"
          class="mt-0.5 size-5 shrink-0 accent-(--ember)"
          :checked="picked"
          :aria-label="t('stock.select-lot', { lotName: lot.name })"
          @change="emit('pick')"
        />
        <div class="min-w-0 flex-1">
          <h3 class="text-lg leading-tight font-bold break-words">{{ lot.name }}</h3>
          <p class="text-sm text-soft">
            {{ KIND_WORDS[lot.kind] }}, {{ KNOWLEDGE_WORDS[lot.knowledge]
            }}<template v-if="density">, {{ density }}</template>
          </p>
        </div>
        <p class="text-right">
          <span class="text-lg font-bold">{{ grams(lot.massG) }}</span><br />
          <span class="text-sm text-soft">{{ price(lot.pricePerKg) }}</span>
        </p>
      </div>
      <p v-for="words in held" :key="words" class="border-l-8 border-amber pl-2 text-sm">{{ words }}</p>
      <CompositionBar :composition="lot.composition" :label="lot.name" short />
      <ScrapQuestion :lot="lot" />
      <p v-if="about.length" class="text-sm">{{ about.join('; ') }}</p>
      <div v-if="lot.photos?.length" class="flex gap-1">
        <KeptPhoto
          v-for="(id, index) in lot.photos.slice(0, 4)"
          :id="id"
          :key="id"
          :alt="t('stock.picture-alt', { lotName: lot.name, number: index + 1 })"
          class="block size-16 border border-line"
        />
      </div>
      <p v-if="lot.note" class="text-sm text-soft">{{ lot.note }}</p>
      <div class="mt-auto -ml-2 flex gap-2">
        <button class="btn btn-quiet underline" @click="emit('edit')">
          {{ t('stock.edit') }}<span class="sr-only"> {{ lot.name }}</span>
        </button>
        <button class="btn btn-quiet underline" @click="emit('move')">
          {{ t('stock.adjust') }}<span class="sr-only">: {{ lot.name }}</span>
        </button>
      </div>
    </template>
  </li>
</template>
