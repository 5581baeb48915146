<script setup lang="ts">
import { mouldTare } from '#core/gear'
import { computed, reactive } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { SOME_MOULD, useIngots } from './useIngots'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** The ingots of a heat, and those that still lie in moulds nobody weighed. */
const {
  heat,
  ingotMoulds,
  mouldId,
  mouldName,
  mould,
  grossG,
  entry,
  later,
  netG,
  ready,
  waiting,
  add,
  remove,
  tare,
} = useIngots()
const { grams } = useUnits()
const frozen = computed(() => !!heat.value?.loggedAt)
/** what stands against a mould's weight, by ingot */
const faults = reactive<Record<string, string>>({})
const tares = reactive<Record<string, number | null>>({})
function weighEmpty(id: string): void {
  const ingot = waiting.value.find((one) => one.id === id)
  const tareG = tares[id]
  if (ingot && tareG) faults[id] = tare(ingot, tareG)
}
const emptyWords = (one: (typeof ingotMoulds.value)[number]) => {
  const known = mouldTare(one)
  return !known || known.known === 'size' ? 'not weighed empty yet' : `${grams(known.fromG)} empty`
}
</script>

<template>
  <section v-if="heat" class="slab p-4" aria-label="Ingots">
    <h2 class="chalk mb-3">Ingots</h2>
    <ul class="mb-3">
      <li
        v-for="ingot in heat.pour.ingots"
        :key="ingot.id"
        class="flex items-center gap-3 border-t border-line py-1"
      >
        <span class="flex-1"
          ><span class="stamp text-lg">{{ ingot.stamp }}</span
          ><span v-if="ingot.mould" class="ml-2 text-sm text-soft">{{ ingot.mould }}</span></span
        >
        <b>{{ grams(ingot.massG, 0.1) }}</b>
        <button v-if="!frozen" type="button" class="btn btn-quiet underline" @click="remove(ingot.id)">
          Remove<span class="sr-only"> {{ ingot.stamp }}</span>
        </button>
      </li>
      <li
        v-for="ingot in waiting"
        :key="ingot.id"
        class="border-t border-line py-2"
        :data-waiting="ingot.stamp"
      >
        <div class="flex items-center gap-3">
          <span class="flex-1"
            ><span class="stamp text-lg">{{ ingot.stamp }}</span
            ><span v-if="ingot.mould" class="ml-2 text-sm text-soft">{{ ingot.mould }}</span></span
          >
          <span
            ><b>{{ grams(ingot.grossG, 0.1) }}</b> with its mould</span
          >
          <button v-if="!frozen" type="button" class="btn btn-quiet underline" @click="remove(ingot.id)">
            Remove<span class="sr-only"> {{ ingot.stamp }}</span>
          </button>
        </div>
        <p v-if="ingot.span && ingot.tareG" class="text-sm text-soft">
          By the mould’s size {{ grams(ingot.span.fromG, 10) }} to {{ grams(ingot.span.toG, 10) }} of metal.
        </p>
        <form
          class="mt-1 grid max-w-sm grid-cols-[1fr_auto] items-start gap-2"
          @submit.prevent="weighEmpty(ingot.id)"
        >
          <QuantityField
            :model-value="tares[ingot.id] ?? null"
            :label="`${ingot.mould || 'Its mould'}, empty`"
            kind="mass"
            nullable
            positive
            hint="When it is empty and cold; ingots in it get their weight"
            @update:model-value="tares[ingot.id] = $event"
          />
          <button class="btn mt-[1.2rem]" :disabled="!tares[ingot.id]">Take it off</button>
        </form>
        <p v-if="faults[ingot.id]" role="alert" class="mt-1 font-semibold text-oxide">
          {{ faults[ingot.id] }}
        </p>
      </li>
    </ul>
    <form v-if="!frozen" class="grid grid-cols-[1fr_auto] items-start gap-2" @submit.prevent="add">
      <QuantityField
        :key="entry"
        v-model="grossG"
        :label="mouldId ? 'Next ingot, mould and all' : 'Next ingot'"
        kind="mass"
        positive
        nullable
      />
      <button class="btn mt-[1.2rem]" :disabled="!ready">Add the ingot</button>
      <p v-if="later" class="col-span-2 text-sm">
        It waits: the mould is weighed empty later, and taken off then. Until then the balance is a span.
      </p>
      <p v-else-if="mould && netG !== null" class="col-span-2" aria-live="polite">
        <template v-if="netG > 0">{{ grams(netG, 0.1) }} of metal.</template>
        <b v-else role="alert" class="text-oxide"
          >That is no more than the mould weighs ({{ grams(mould.tareG ?? 0) }}). Weigh both together.</b
        >
      </p>
      <label class="col-span-2 max-w-xs"
        ><span class="label">Weighed in</span>
        <select v-model="mouldId" class="field">
          <option value="">nothing: the ingot alone</option>
          <option v-for="one in ingotMoulds" :key="one.id" :value="one.id">
            {{ one.name }}, {{ emptyWords(one) }}
          </option>
          <option :value="SOME_MOULD">a mould not weighed empty</option>
        </select></label
      >
      <label v-if="mouldId === SOME_MOULD" class="col-span-2 max-w-xs"
        ><span class="label">Which one</span>
        <input v-model="mouldName" class="field" maxlength="120" placeholder="the long angle-iron one" />
      </label>
      <p v-if="!ingotMoulds.length" class="col-span-2 text-sm text-soft">
        Moulds that are written down under <NuxtLink to="/gear" class="underline">Gear</NuxtLink> are weighed
        empty once, and are then taken off by themselves.
      </p>
    </form>
  </section>
</template>
