<script setup lang="ts">
import { byId } from '#core/lists'
import { metallicYieldOf } from '#core/losses'
import { blendOfGuesses, countThinWare, SCRAP_BOOK, THIN_WARE, type Lot } from '#core/stock'
import { computed, ref, watch } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Cans and foil: how many, what they weigh, what metal they give; from any one of the three. */
const emit = defineEmits<{ lot: [begun: Partial<Lot>] }>()
const { grams } = useUnits()
const wareId = ref('can')
const known = ref<'count' | 'mass' | 'metal'>('count')
const amount = ref<number | null>(100)
const ware = computed(() => byId(THIN_WARE, wareId.value))
const sum = computed(() => countThinWare(ware.value, known.value, amount.value ?? 0))
const count = computed(() => Math.round(sum.value.count).toLocaleString('en').replace(',', '\u202f'))
watch(known, (now, before) => {
  if ((now === 'count') !== (before === 'count')) amount.value = now === 'count' ? 100 : 1000
})
function makeLot(): void {
  const entry = byId(SCRAP_BOOK, ware.value.scrapId)
  const { composition, sd } = blendOfGuesses(entry.likely)
  emit('lot', {
    name: ware.value.name,
    massG: Number(sum.value.massG.toFixed(1)),
    form: ware.value.form,
    knowledge: 'guess',
    composition,
    sd,
  })
}
</script>

<template>
  <section class="slab p-4" aria-label="Cans and foil">
    <h2 class="chalk mb-2">Cans and foil by the count</h2>
    <p class="text-lg" data-testid="cans">
      <b>{{ count }}</b> weigh <b>{{ grams(sum.massG, 10) }}</b> and give
      <b>{{ grams(sum.metalFromG, 10) }} to {{ grams(sum.metalToG, 10) }}</b> of metal
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
      <label
        ><span class="label">What</span>
        <select v-model="wareId" class="field">
          <option v-for="one in THIN_WARE" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label
        ><span class="label">I know</span>
        <select v-model="known" class="field">
          <option value="count">how many there are</option>
          <option value="mass">what they weigh</option>
          <option value="metal">the metal I want</option>
        </select></label
      >
      <QuantityField
        :key="known"
        v-model="amount"
        :label="known === 'count' ? 'How many' : known === 'mass' ? 'They weigh' : 'Metal wanted'"
        :kind="known === 'count' ? 'number' : 'mass'"
      />
      <button type="button" class="btn self-end" @click="makeLot">Make it a lot</button>
    </div>
    <p class="mt-2 text-xs text-soft">
      {{ ware.source }}. A charge plans with {{ Math.round(100 * metallicYieldOf(ware.form)) }} % of their
      weight<template v-if="ware.id === 'can'">
        ({{ Math.round(100 * metallicYieldOf('cans-pressed')) }} % pressed and under flux)</template
      >, before what the elements lose. Pressed and pushed under a pool they give the better end; loose, with
      the paint on, the poorer. Never a sealed can.
    </p>
  </section>
</template>
