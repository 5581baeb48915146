<script setup lang="ts">
import { ALLOYS, gradeComposition } from '#core/alloys'
import { SYMBOLS } from '#core/composition'
import { FORMS, FORM_SOURCE } from '#core/losses'
import { KNOWLEDGE, LOT_KINDS, type Lot } from '#core/stock'
import { ref, useId, watch } from 'vue'
import { useLotDraft } from './useLotDraft'
import { percent } from '~/shared/units/figures'
import { KIND_WORDS, KNOWLEDGE_WORDS } from './stock-words'
import LotExtras from './LotExtras.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

const props = defineProps<{ lot: Lot | null; begun?: Partial<Lot> }>()
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
  if (!draft.name) draft.name = alloy.name
})
</script>

<template>
  <SheetDialog :title="lot ? `Edit ${lot.name}` : 'Add a lot'" wide @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="save">
      <div class="grid gap-3 sm:grid-cols-4">
        <div class="sm:col-span-2">
          <label class="label" :for="`${id}-name`">Name</label>
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
          label="Mass"
          kind="mass"
          hint="In a bucket? 2400 - 310 takes it off"
        />
        <QuantityField v-model="draft.pricePerKg" label="Price per kg" kind="price" />
        <label
          ><span class="label">Kind</span>
          <select v-model="draft.kind" class="field">
            <option v-for="kind in LOT_KINDS" :key="kind" :value="kind">{{ KIND_WORDS[kind] }}</option>
          </select></label
        >
        <label class="sm:col-span-2"
          ><span class="label">Form</span>
          <select v-model="draft.form" class="field" :title="FORM_SOURCE">
            <option v-for="form in FORMS" :key="form.id" :value="form.id">
              {{ form.name }} (yield {{ (form.metallicYield * 100).toFixed(0) }} %)
            </option>
          </select></label
        >
        <label
          ><span class="label">Composition known from</span>
          <select v-model="draft.knowledge" class="field">
            <option v-for="source in KNOWLEDGE" :key="source" :value="source">
              {{ KNOWLEDGE_WORDS[source] }}
            </option>
          </select></label
        >
      </div>

      <fieldset>
        <legend class="label mb-1">
          Composition, % by weight, with its spread (1 sd; left empty it follows from how it is known)
        </legend>
        <label class="mb-2 block max-w-md"
          ><span class="sr-only">Take it from a known grade</span>
          <select v-model="grade" class="field">
            <option value="">Take it from a known grade…</option>
            <option v-for="alloy in ALLOYS" :key="alloy.id" :value="alloy.id">
              {{ alloy.designation }} {{ alloy.name }}
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
              ><span class="sr-only">Element {{ index + 1 }}</span>
              <input
                v-model.trim="row.symbol"
                class="field"
                list="element-symbols"
                maxlength="2"
                placeholder="Cu"
                :aria-invalid="row.symbol && !SYMBOLS.includes(row.symbol) ? 'true' : undefined"
              />
            </label>
            <QuantityField
              v-model="row.pct"
              :label="`${row.symbol || 'Element'} share`"
              hide-label
              kind="percent"
              nullable
            />
            <QuantityField
              v-model="row.sd"
              :label="`${row.symbol || 'Element'} spread`"
              hide-label
              kind="percent"
              nullable
              placeholder="±"
              unit-words="±"
            />
            <button type="button" class="btn btn-quiet" @click="rows.splice(index, 1)">
              ✕<span class="sr-only">Remove {{ row.symbol }}</span>
            </button>
          </div>
        </div>
        <datalist id="element-symbols">
          <option v-for="symbol in SYMBOLS" :key="symbol" :value="symbol" />
        </datalist>
        <button type="button" class="btn mt-2" @click="addRow">Add an element</button>
        <p class="mt-2" :class="over ? 'font-semibold text-oxide' : 'text-soft'">
          {{ percent(total) }} % named<template v-if="!over"
            >, {{ percent(Math.max(0, 100 - total)) }} % not identified</template
          >
        </p>
        <p v-if="faults.composition" role="alert" class="font-semibold text-oxide">
          {{ faults.composition }}
        </p>
      </fieldset>

      <LotExtras v-model="extras" :fault="faults.pieces" />
      <label
        ><span class="label">Note</span>
        <textarea v-model="draft.note" class="field" rows="2" maxlength="2000" />
      </label>
      <p v-if="faults.whole" role="alert" class="font-semibold text-oxide">{{ faults.whole }}</p>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-next">Save</button>
        <button v-if="lot" type="button" class="btn" @click="remove">Write it off</button>
      </div>
    </form>
  </SheetDialog>
</template>
