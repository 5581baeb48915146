<script setup lang="ts">
import { t, told } from '~/words'
import { ALLOYS, gradeComposition } from '#core/alloys'
import type { Lot } from '#core/stock'
import { computed, ref, watch } from 'vue'
import { useLotDraft } from './useLotDraft'
import AmountField from '~/shared/fields/AmountField.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import LotBasics from './LotBasics.vue'
import LotElements from './LotElements.vue'
import LotExtras from './LotExtras.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'
import { TILES } from '~/shared/words/amount-words'

const props = defineProps<{ lot: Lot | null; begun?: Partial<Lot> }>()
const emit = defineEmits<{ close: [] }>()
const { draft, extras, rows, total, over, faults, countedNote, save, remove, addRow } = useLotDraft(
  props.lot,
  () => emit('close'),
  props.begun,
)
const known = props.begun ?? {}
/** Its metal is known already: only the amount is asked, the rest is folded. */
const isFromBook = !props.lot && !!known.composition
const tile = TILES.find(({ told: { scrapId } }) => scrapId && scrapId === known.scrapId)
const noMass = ref(false)
const title = computed(() =>
  props.lot
    ? t('stock.edit-lot', { lotName: props.lot.name })
    : isFromBook
      ? t('stock.add-lot-edit', { lotName: draft.name })
      : t('stock.add-a-lot'),
)
function submit(): void {
  noMass.value = draft.massG === null
  save()
}
const grade = ref('')
watch(grade, (id) => {
  const alloy = ALLOYS.find((entry) => entry.id === id)
  if (!alloy) return
  const { composition, sd } = gradeComposition(alloy)
  rows.value = Object.entries(composition).map(([symbol, pct]) => ({ symbol, pct, sd: sd[symbol] ?? null }))
  draft.knowledge = 'grade'
  if (!draft.name) draft.name = told(alloy.name)
})
</script>

<template>
  <SheetDialog :title="title" :wide="!isFromBook" @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="submit">
      <template v-if="isFromBook">
        <AmountField
          v-model="draft.massG"
          v-model:note="countedNote"
          class="max-w-xs"
          :label="t('stock.mass')"
          :of="tile"
          :fault="noMass ? t('stock.needs-mass') : ''"
          eager
        />
        <CompositionBar
          :composition="known.composition!"
          :label="t('scrap-pile.assumed-composition')"
          short
        />
        <details :open="!!faults.composition">
          <summary class="font-semibold">{{ t('stock.made-of') }}</summary>
          <LotElements
            v-model="rows"
            v-model:grade="grade"
            class="mt-2"
            v-bind="{ total, over, fault: faults.composition }"
            @add="addRow"
          />
        </details>
        <details :open="!!(faults.name || faults.pieces)">
          <summary class="font-semibold">{{ t('stock.more-of-lot') }}</summary>
          <LotBasics v-model="draft" class="mt-2" :name-fault="faults.name" without-mass />
          <LotExtras v-model="extras" class="mt-3" :fault="faults.pieces" />
        </details>
      </template>
      <template v-else>
        <LotBasics v-model="draft" :name-fault="faults.name" />
        <LotElements
          v-model="rows"
          v-model:grade="grade"
          v-bind="{ total, over, fault: faults.composition }"
          @add="addRow"
        />
        <LotExtras v-model="extras" :fault="faults.pieces" />
      </template>
      <label v-if="!isFromBook"
        ><span class="label">{{ t('stock.note') }}</span>
        <textarea v-model="draft.note" class="field" rows="2" maxlength="2000" />
      </label>
      <p v-if="faults.whole" role="alert" class="font-semibold text-oxide">{{ faults.whole }}</p>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-next">{{ t('stock.save') }}</button>
        <button v-if="lot" type="button" class="btn" @click="remove">
          {{ t('stock.write-off-button') }}
        </button>
      </div>
    </form>
  </SheetDialog>
</template>
