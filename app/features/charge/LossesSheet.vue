<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { LOSS_WAYS } from '#core/losses'
import { LOSS_WORDS } from '~/shared/words/losses-words'
import { computed, onMounted } from 'vue'
import { useLosses } from './useLosses'
import { capital } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** Losses in one place: whose figures the plan, the scale, the balance and the story reckon with, each to be changed. */
const emit = defineEmits<{ close: [] }>()
const losses = useLosses()
const { heat, way, yardsWay, elements, forms } = losses
onMounted(losses.look)
const tables = computed(() => [
  {
    id: 'recovery',
    title: t('charge.recovery-how-much-of-an-element'),
    rows: elements.value,
    set: losses.setRecovery,
  },
  {
    id: 'yield',
    title: t('charge.metallic-yield-how-much-of-the'),
    rows: forms.value,
    set: losses.setYield,
  },
])
const fraction = (value: number) => String(Number(value.toFixed(4)))
</script>

<template>
  <SheetDialog v-if="heat" :title="t('charge.losses-2')" wide @close="emit('close')">
    <label class="mb-1 block max-w-sm"
      ><span class="label">{{ t('charge.this-heat-reckons-with') }}</span>
      <select
        class="field"
        :value="way"
        @change="losses.setWay(($event.target as HTMLSelectElement).value as never)"
      >
        <option v-for="one in LOSS_WAYS" :key="one" :value="one">{{ LOSS_WORDS[one].name }}</option>
      </select></label
    >
    <p class="mb-3 text-sm text-soft">{{ LOSS_WORDS[way].note }}</p>
    <p class="mb-3 text-sm">
      {{ t('charge.melt-from-a-line-weight-metallic') }}
    </p>
    <div class="grid gap-5 md:grid-cols-2">
      <section v-for="table in tables" :key="table.id" :aria-label="table.title">
        <h3 class="mb-1 font-bold">{{ table.title }}</h3>
        <table class="w-full text-sm">
          <thead class="text-left text-soft">
            <tr>
              <th scope="col">
                <span class="sr-only">{{ t('charge.what') }}</span>
              </th>
              <th scope="col" class="text-right">{{ t('charge.usual') }}</th>
              <th scope="col" class="px-2 text-right">{{ t('charge.learned') }}</th>
              <th scope="col" class="w-24 text-right">{{ t('charge.planned-with') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in table.rows" :key="row.id" class="border-t border-line">
              <th scope="row" class="py-1 text-left font-semibold">{{ capital(row.name) }}</th>
              <td class="text-right">{{ fraction(row.usual) }}</td>
              <td class="px-2 text-right">{{ row.learned === null ? '–' : fraction(row.learned) }}</td>
              <td>
                <QuantityField
                  :model-value="Number(fraction(row.value))"
                  :label="t('charge.planned-with-2', { name: capital(row.name) })"
                  hide-label
                  kind="number"
                  positive
                  :max="1"
                  :max-words="t('charge.it-is-a-fraction-1-at')"
                  @update:model-value="table.set(row.id, $event)"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <div class="mt-4 flex flex-wrap items-center gap-3">
      <button class="btn" :disabled="way === yardsWay" @click="losses.makeYards">
        {{ t('charge.make-it-the-yards-way') }}
      </button>
      <p class="text-sm text-soft">
        <I18nT keypath="charge.new-heats-reckon-with" scope="global"
          ><template #link
            ><NuxtLink to="/learned" class="underline">{{
              t('charge.what-my-heats-taught')
            }}</NuxtLink></template
          ><template #name>{{ LOSS_WORDS[yardsWay].name }}</template></I18nT
        >
      </p>
    </div>
  </SheetDialog>
</template>
