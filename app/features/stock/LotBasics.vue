<script setup lang="ts">
import { t, told } from '~/words'
import { FORMS, FORM_SOURCE } from '#core/losses'
import { KNOWLEDGE, LOT_KINDS } from '#core/stock'
import { useId } from 'vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { useUnits } from '~/shared/units/useUnits'
import { KNOWLEDGE_WORDS } from '~/shared/words/knowledge-words'
import { KIND_WORDS } from './stock-words'
import type { LotFields } from './useLotDraft'

/** Name, mass, price, kind and form of a lot, and how its composition is known. */
const draft = defineModel<LotFields>({ required: true })
defineProps<{ nameFault: string; withoutMass?: boolean }>()
const { pricedBy } = useUnits()
const id = useId()
</script>

<template>
  <div class="grid gap-3 sm:grid-cols-4">
    <div class="sm:col-span-2">
      <label class="label" :for="`${id}-name`">{{ t('stock.name') }}</label>
      <input
        :id="`${id}-name`"
        v-model="draft.name"
        class="field"
        maxlength="120"
        :aria-invalid="nameFault ? 'true' : undefined"
        :aria-describedby="nameFault ? `${id}-name-fault` : undefined"
      />
      <p v-if="nameFault" :id="`${id}-name-fault`" role="alert" class="text-sm font-semibold text-oxide">
        {{ nameFault }}
      </p>
    </div>
    <QuantityField
      v-if="!withoutMass"
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
</template>
