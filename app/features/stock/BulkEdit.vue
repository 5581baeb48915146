<script setup lang="ts">
import { t, told } from '~/words'
import { FORMS } from '#core/losses'
import { COATINGS, KNOWLEDGE, LOT_KINDS, type Coating, type Lot } from '#core/stock'
import { ref } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { type Edit, useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'
import { KNOWLEDGE_WORDS } from '~/shared/words/knowledge-words'
import { COATING_NAMES, KIND_WORDS } from './stock-words'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'
import { useUnits } from '~/shared/units/useUnits'

/** One change to several lots at once; what is left alone stays as it is in each. */
const props = defineProps<{ lots: Lot[] }>()
const { pricedBy } = useUnits()
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { announce } = useNotices()
const kind = ref<Lot['kind'] | ''>('')
const form = ref<Lot['form'] | ''>('')
const knowledge = ref<Lot['knowledge'] | ''>('')
const pricePerKg = ref<number | null>(null)
const whereFrom = ref('')
const coating = ref<Coating | ''>('')
const taken = ref<Coating | 'all' | ''>('')
const fault = ref('')

function changed(lot: Lot): Lot {
  const coatings = new Set(lot.coatings ?? [])
  if (coating.value) coatings.add(coating.value)
  if (taken.value === 'all') coatings.clear()
  else if (taken.value) coatings.delete(taken.value)
  const { coatings: _, ...rest } = lot
  return {
    ...rest,
    ...(kind.value ? { kind: kind.value } : {}),
    ...(form.value ? { form: form.value } : {}),
    ...(knowledge.value ? { knowledge: knowledge.value } : {}),
    ...(pricePerKg.value === null ? {} : { pricePerKg: pricePerKg.value }),
    ...(whereFrom.value.trim() ? { whereFrom: whereFrom.value.trim() } : {}),
    ...(coatings.size > 0 ? { coatings: [...coatings] } : {}),
  }
}
function save(): void {
  const said = [kind.value, form.value, knowledge.value, whereFrom.value.trim(), coating.value, taken.value]
  if (said.every((one) => !one) && pricePerKg.value === null) {
    fault.value = t('stock.bulk-empty')
    return
  }
  const edits = props.lots.map((lot): Edit => ({ collection: 'lots', id: lot.id, after: changed(lot) }))
  if (!yard.commit(t('stock.bulk-edit', { lots: counted(props.lots.length, 'lot') }), edits)) return
  announce(t('stock.bulk-done', { lots: counted(props.lots.length, 'lot') }))
  emit('close')
}
</script>

<template>
  <SheetDialog :title="t('stock.bulk-heading', { lots: counted(lots.length, 'lot') })" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="save">
      <p class="text-sm text-soft">{{ t('stock.bulk-hint') }}</p>
      <div class="grid grid-cols-2 gap-3">
        <label
          ><span class="label">{{ t('stock.kind') }}</span>
          <select v-model="kind" class="field">
            <option value="">{{ t('stock.unchanged-option') }}</option>
            <option v-for="one in LOT_KINDS" :key="one" :value="one">{{ KIND_WORDS[one] }}</option>
          </select></label
        >
        <label
          ><span class="label">{{ t('stock.form') }}</span>
          <select v-model="form" class="field">
            <option value="">{{ t('stock.unchanged-option') }}</option>
            <option v-for="one in FORMS" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
          </select></label
        >
        <label
          ><span class="label">{{ t('stock.knowledge-label') }}</span>
          <select v-model="knowledge" class="field">
            <option value="">{{ t('stock.unchanged-option') }}</option>
            <option v-for="one in KNOWLEDGE" :key="one" :value="one">{{ KNOWLEDGE_WORDS[one] }}</option>
          </select></label
        >
        <QuantityField
          v-model="pricePerKg"
          :label="t('stock.price-label', { unit: pricedBy })"
          kind="metal-price"
          nullable
          :placeholder="t('stock.unchanged-option')"
        />
        <label
          ><span class="label">{{ t('stock.added-coating-label') }}</span>
          <select v-model="coating" class="field">
            <option value="">{{ t('stock.no-added-coating') }}</option>
            <option v-for="one in COATINGS" :key="one" :value="one">{{ COATING_NAMES[one] }}</option>
          </select></label
        >
        <label
          ><span class="label">{{ t('stock.removed-coating-label') }}</span>
          <select v-model="taken" class="field">
            <option value="">{{ t('stock.no-removed-coating') }}</option>
            <option value="all">{{ t('stock.all-cleaned') }}</option>
            <option v-for="one in COATINGS" :key="one" :value="one">{{ COATING_NAMES[one] }}</option>
          </select></label
        >
        <label class="col-span-2"
          ><span class="label">{{ t('stock.origin-label') }}</span
          ><input
            v-model="whereFrom"
            class="field"
            maxlength="120"
            :placeholder="t('stock.unchanged-option')"
        /></label>
      </div>
      <p v-if="fault" role="alert" class="font-semibold text-oxide">{{ fault }}</p>
      <button class="btn btn-next justify-self-start">{{ t('stock.apply-bulk-button') }}</button>
    </form>
  </SheetDialog>
</template>
