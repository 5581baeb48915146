<script setup lang="ts">
import { t, told } from '~/words'
import { ALLOYS } from '#core/alloys'
import { SYMBOLS } from '#core/composition'
import { joinFacts, percent } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** The composition of a lot: taken from a grade, or one row an element. */
const rows = defineModel<{ symbol: string; pct: number | null; sd: number | null }[]>({ required: true })
/** id of the alloy it was taken from */
const grade = defineModel<string>('grade', { required: true })
defineProps<{ total: number; over: boolean; fault: string }>()
const emit = defineEmits<{ add: [] }>()
</script>

<template>
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
    <button type="button" class="btn mt-2" @click="emit('add')">{{ t('stock.add-element-button') }}</button>
    <p class="mt-2" :class="over ? 'font-semibold text-oxide' : 'text-soft'">
      {{
        joinFacts(
          t('stock.elements-total', { total: percent(total) }),
          !over && t('stock.elements-unknown', { percent: percent(Math.max(0, 100 - total)) }),
        )
      }}
    </p>
    <p v-if="fault" role="alert" class="font-semibold text-oxide">
      {{ fault }}
    </p>
  </fieldset>
</template>
