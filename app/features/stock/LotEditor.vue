<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { ALLOYS, gradeComposition } from '#core/alloys'
import { SYMBOLS } from '#core/composition'
import { FORMS, FORM_SOURCE } from '#core/losses'
import { KNOWLEDGE, LOT_KINDS, type Lot } from '#core/stock'
import { ref, useId, watch } from 'vue'
import { useLotDraft } from './useLotDraft'
import { joinFacts, percent } from '~/shared/units/figures'
import { KNOWLEDGE_WORDS } from '~/shared/words/knowledge-words'
import { KIND_WORDS } from './stock-words'
import LotExtras from './LotExtras.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'
import { useUnits } from '~/shared/units/useUnits'

const props = defineProps<{ lot: Lot | null; begun?: Partial<Lot> }>()
const { pricedBy } = useUnits()
const emit = defineEmits<{ close: [] }>()
const { draft, extras, rows, total, over, faults, save, remove, addRow } = useLotDraft(
  props.lot,
  () => emit('close'),
  props.begun,
)
const id = useId()
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
  <SheetDialog
    :title="lot ? t('stock.edit-lot', { lotName: lot.name }) : t('stock.add-a-lot')"
    wide
    @close="emit('close')"
  >
    <form class="grid gap-4" @submit.prevent="save">
      <div class="grid gap-3 sm:grid-cols-4">
        <div class="sm:col-span-2">
          <label class="label" :for="`${id}-name`">{{ t('stock.name') }}</label>
          <input
            :id="`${id}-name`"
            v-model="draft.name"
            class="field"
            maxlength="120"
            :aria-invalid="faults.name ? 'true' : undefined"
            :aria-describedby="faults.name ? `${id}-name-fault` : undefined"
          />
          <p
            v-if="faults.name"
            :id="`${id}-name-fault`"
            role="alert"
            class="text-sm font-semibold text-oxide"
          >
            {{ faults.name }}
          </p>
        </div>
        <QuantityField
          v-model="draft.massG"
          :label="t('stock.mass')"
          kind="mass"
          :hint="t('stock.tare-hint')"
        />
        <QuantityField
          v-model="draft.pricePerKg"
          :label="t('stock.price-label', { unit: pricedBy })"
          kind="metal-price"
        />
        <label
          ><span class="label">{{ t('stock.kind') }}</span>
          <select v-model="draft.kind" class="field">
            <option v-for="kind in LOT_KINDS" :key="kind" :value="kind">{{ KIND_WORDS[kind] }}</option>
          </select></label
        >
        <label class="sm:col-span-2"
          ><span class="label">{{ t('stock.form') }}</span>
          <select v-model="draft.form" class="field" :title="FORM_SOURCE">
            <option v-for="form in FORMS" :key="form.id" :value="form.id">
              {{
                t('stock.form-with-yield', {
                  form: told(form.name),
                  percent: fixed(form.metallicYield * 100, 0),
                })
              }}
            </option>
          </select></label
        >
        <label
          ><span class="label">{{ t('stock.composition-known-label') }}</span>
          <select v-model="draft.knowledge" class="field">
            <option v-for="source in KNOWLEDGE" :key="source" :value="source">
              {{ KNOWLEDGE_WORDS[source] }}
            </option>
          </select></label
        >
      </div>

      <fieldset>
        <legend class="label mb-1">
          {{ t('stock.composition-label') }}
        </legend>
        <label class="mb-2 block max-w-md"
          ><span class="sr-only">{{ t('stock.grade-label') }}</span>
          <select v-model="grade" class="field">
            <option value="">{{ t('stock.grade-button') }}</option>
            <option v-for="alloy in ALLOYS" :key="alloy.id" :value="alloy.id">
              {{ alloy.designation }} {{ told(alloy.name) }}
            </option>
          </select></label
        >
        <div class="grid gap-x-6 gap-y-2 sm:grid-cols-2">
          <div
            v-for="(row, index) in rows"
            :key="index"
            class="grid grid-cols-[4.5rem_1fr_1fr_auto] items-start gap-2"
          >
            <label
              ><span class="sr-only">{{ t('stock.element-label', { number: index + 1 }) }}</span>
              <input
                v-model.trim="row.symbol"
                class="field"
                list="element-symbols"
                maxlength="2"
                :placeholder="t('stock.cu')"
                :aria-invalid="row.symbol && !SYMBOLS.includes(row.symbol) ? 'true' : undefined"
              />
            </label>
            <QuantityField
              v-model="row.pct"
              :label="t('stock.share-label', { symbol: row.symbol || t('stock.element-column') })"
              hide-label
              kind="percent"
              nullable
            />
            <QuantityField
              v-model="row.sd"
              :label="t('stock.uncertainty-label', { symbol: row.symbol || t('stock.element-column') })"
              hide-label
              kind="percent"
              nullable
              placeholder="±"
              unit-words="±"
            />
            <button type="button" class="btn btn-quiet" @click="rows.splice(index, 1)">
              ✕<span class="sr-only">{{ t('stock.remove-element', { symbol: row.symbol }) }}</span>
            </button>
          </div>
        </div>
        <datalist id="element-symbols">
          <option v-for="symbol in SYMBOLS" :key="symbol" :value="symbol" />
        </datalist>
        <button type="button" class="btn mt-2" @click="addRow">{{ t('stock.add-element-button') }}</button>
        <p class="mt-2" :class="over ? 'font-semibold text-oxide' : 'text-soft'">
          {{
            joinFacts(
              t('stock.elements-total', { total: percent(total) }),
              !over && t('stock.elements-unknown', { percent: percent(Math.max(0, 100 - total)) }),
            )
          }}
        </p>
        <p v-if="faults.composition" role="alert" class="font-semibold text-oxide">
          {{ faults.composition }}
        </p>
      </fieldset>

      <LotExtras v-model="extras" :fault="faults.pieces" />
      <label
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
