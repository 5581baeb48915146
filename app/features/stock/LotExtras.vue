<script setup lang="ts">
import { t } from '~/words'
import { COATINGS, type Coating } from '#core/stock'
import { COATING_NAMES } from './stock-words'
import PhotoRow from '~/shared/fields/PhotoRow.vue'

/** What lies on a lot, its pieces, where it came from and how it looks. */
const draft = defineModel<{
  coatings: Coating[]
  piecesText: string
  whereFrom: string
  gotOn: string
  photos: string[]
  name: string
}>({ required: true })
defineProps<{ fault: string }>()
function toggle(coating: Coating): void {
  const { coatings } = draft.value
  draft.value.coatings = coatings.includes(coating)
    ? coatings.filter((one) => one !== coating)
    : [...coatings, coating]
}
</script>

<template>
  <div class="grid gap-3">
    <fieldset>
      <legend class="label mb-1">{{ t('stock.contamination') }}</legend>
      <div class="flex flex-wrap gap-2">
        <label
          v-for="coating in COATINGS"
          :key="coating"
          class="btn cursor-pointer"
          :class="draft.coatings.includes(coating) ? 'border-ink bg-ink text-page' : ''"
        >
          <input
            type="checkbox"
            class="sr-only"
            :checked="draft.coatings.includes(coating)"
            @change="toggle(coating)"
          />{{ COATING_NAMES[coating] }}
        </label>
      </div>
    </fieldset>
    <div class="grid gap-3 sm:grid-cols-4">
      <label class="sm:col-span-2"
        ><span class="label">{{ t('stock.pieces-label') }}</span>
        <input
          v-model="draft.piecesText"
          class="field"
          maxlength="4000"
          placeholder="118; 3 x 240; 95"
          :aria-invalid="fault ? 'true' : undefined"
        />
        <span v-if="fault" role="alert" class="text-sm font-semibold text-oxide">{{ fault }}</span></label
      >
      <label
        ><span class="label">{{ t('stock.origin-label') }}</span
        ><input v-model="draft.whereFrom" class="field" maxlength="120"
      /></label>
      <label
        ><span class="label">{{ t('stock.date-acquired') }}</span
        ><input v-model="draft.gotOn" type="date" class="field"
      /></label>
    </div>
    <PhotoRow v-model:photos="draft.photos" :name="draft.name" />
  </div>
</template>
