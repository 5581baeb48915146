<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { mouldTare } from '#core/gear'
import { computed, reactive } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { SOME_MOULD, useIngots } from './useIngots'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** About what an ingot weighs: only to tell in which of two units a bare figure is meant. */
const NEAR_G = 500

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
  return !known || known.known === 'size'
    ? t('pour.mould-no-tare')
    : t('pour.mould-tare', { mass: grams(known.fromG) })
}
</script>

<template>
  <section v-if="heat" class="slab p-4" :aria-label="t('pour.ingots')">
    <h2 class="chalk mb-3">{{ t('pour.ingots') }}</h2>
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
          {{ t('pour.remove') }}<span class="sr-only"> {{ ingot.stamp }}</span>
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
            ><I18nT keypath="pour.ingot-gross" scope="global"
              ><template #mass><b>{{ grams(ingot.grossG, 0.1) }}</b></template></I18nT
            ></span
          >
          <button v-if="!frozen" type="button" class="btn btn-quiet underline" @click="remove(ingot.id)">
            {{ t('pour.remove') }}<span class="sr-only"> {{ ingot.stamp }}</span>
          </button>
        </div>
        <p v-if="ingot.span && ingot.tareG" class="text-sm text-soft">
          {{
            t('pour.ingot-net-range', {
              lowMass: grams(ingot.span.fromG, 10),
              highMass: grams(ingot.span.toG, 10),
            })
          }}
        </p>
        <form
          class="mt-1 grid max-w-sm grid-cols-[1fr_auto] items-start gap-2"
          @submit.prevent="weighEmpty(ingot.id)"
        >
          <QuantityField
            :model-value="tares[ingot.id] ?? null"
            :label="t('pour.mould-empty-label', { mould: ingot.mould || t('pour.mould-label') })"
            kind="mass"
            nullable
            positive
            :hint="t('pour.mould-empty-hint')"
            @update:model-value="tares[ingot.id] = $event"
          />
          <button class="btn mt-[1.2rem]" :disabled="!tares[ingot.id]">
            {{ t('pour.set-tare-button') }}
          </button>
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
        :label="mouldId ? t('pour.next-gross-label') : t('pour.next-ingot')"
        kind="mass"
        positive
        nullable
        :near="NEAR_G"
      />
      <button class="btn mt-[1.2rem]" :disabled="!ready">{{ t('pour.add-ingot-button') }}</button>
      <p v-if="later" class="col-span-2 text-sm">
        {{ t('pour.tare-pending') }}
      </p>
      <p v-else-if="mould && netG !== null" class="col-span-2" aria-live="polite">
        <template v-if="netG > 0">{{ t('pour.ingot-net', { mass: grams(netG, 0.1) }) }}</template>
        <b v-else role="alert" class="text-oxide">{{
          t('pour.under-tare', { tareMass: grams(mould.tareG ?? 0) })
        }}</b>
      </p>
      <label class="col-span-2 max-w-xs"
        ><span class="label">{{ t('pour.weighed-in') }}</span>
        <select v-model="mouldId" class="field">
          <option value="">{{ t('pour.no-mould-option') }}</option>
          <option v-for="one in ingotMoulds" :key="one.id" :value="one.id">
            {{ one.name }}, {{ emptyWords(one) }}
          </option>
          <option :value="SOME_MOULD">{{ t('pour.unweighed-mould-option') }}</option>
        </select></label
      >
      <label v-if="mouldId === SOME_MOULD" class="col-span-2 max-w-xs"
        ><span class="label">{{ t('pour.mould-name-label') }}</span>
        <input
          v-model="mouldName"
          class="field"
          maxlength="120"
          :placeholder="t('pour.mould-name-placeholder')"
        />
      </label>
      <p v-if="!ingotMoulds.length" class="col-span-2 text-sm text-soft">
        <I18nT keypath="pour.moulds-hint" scope="global"
          ><template #gearLink
            ><NuxtLink to="/gear" class="underline">{{ t('pour.gear-link') }}</NuxtLink></template
          ></I18nT
        >
      </p>
    </form>
  </section>
</template>
