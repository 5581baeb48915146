<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { LOSS_DOUBT_SOURCE, LOSS_WAYS } from '#core/losses'
import { LOSS_WORDS } from '~/shared/words/losses-words'
import { computed, onMounted } from 'vue'
import { useLosses } from './useLosses'
import { capital } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SourceMark from '~/shared/words/SourceMark.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** Losses in one place: whose figures the plan, the scale, the balance and the story reckon with, each to be changed. */
const emit = defineEmits<{ close: [] }>()
const losses = useLosses()
const { heat, way, yardsWay, elements, forms, counting } = losses
onMounted(losses.look)
const tables = computed(() => [
  {
    id: 'recovery',
    title: t('charge.recovery-heading'),
    rows: elements.value,
    set: losses.setRecovery,
    doubts: 'recoverySds' as const,
  },
  {
    id: 'yield',
    title: t('charge.metallic-yield-heading'),
    rows: forms.value,
    set: losses.setYield,
    doubts: 'yieldSds' as const,
  },
])
const fraction = (value: number) => String(Number(value.toFixed(4)))
</script>

<template>
  <SheetDialog v-if="heat" :title="t('charge.losses-heading')" wide @close="emit('close')">
    <label class="mb-1 block max-w-sm"
      ><span class="label">{{ t('charge.heat-losses-label') }}</span>
      <select
        class="field"
        :value="way"
        @change="losses.setWay(($event.target as HTMLSelectElement).value as never)"
      >
        <option v-for="one in LOSS_WAYS" :key="one" :value="one">{{ LOSS_WORDS[one].name }}</option>
      </select></label
    >
    <p class="mb-3 text-sm text-soft">{{ LOSS_WORDS[way].note }}</p>
    <p class="mb-3 text-sm"><TermText :text="t('charge.losses-formula')" /></p>
    <label v-if="way !== 'none'" class="mb-3 flex items-start gap-2 text-sm">
      <input
        type="checkbox"
        class="mt-0.5 size-5 accent-(--ember)"
        :checked="counting"
        @change="losses.count(($event.target as HTMLInputElement).checked)"
      /><span
        ><TermText :text="t('charge.loss-doubt-switch')" />
        <SourceMark class="ml-1" :source="LOSS_DOUBT_SOURCE"
      /></span>
    </label>
    <div class="grid gap-5 md:grid-cols-2">
      <section v-for="table in tables" :key="table.id" :aria-label="table.title">
        <h3 class="mb-1 font-bold">{{ table.title }}</h3>
        <table class="w-full text-sm">
          <thead class="text-left text-soft">
            <tr>
              <th scope="col">
                <span class="sr-only">{{ t('charge.loss-column') }}</span>
              </th>
              <th scope="col" class="text-right">{{ t('charge.usual-column') }}</th>
              <th scope="col" class="px-2 text-right">{{ t('charge.learned-column') }}</th>
              <th scope="col" class="w-20 text-right">{{ t('charge.planned-column') }}</th>
              <th v-if="counting" scope="col" class="w-20 pl-2 text-right">
                {{ t('charge.loss-doubt-column') }}
              </th>
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
                  :label="t('charge.planned-for-name', { name: capital(row.name) })"
                  hide-label
                  kind="number"
                  positive
                  :max="1"
                  :max-words="t('charge.fraction-error')"
                  @update:model-value="table.set(row.id, $event)"
                />
              </td>
              <td v-if="counting" class="pl-2">
                <QuantityField
                  :model-value="Number(fraction(row.sd))"
                  :label="t('charge.loss-doubt-label', { name: capital(row.name) })"
                  hide-label
                  kind="number"
                  :max="0.5"
                  :max-words="t('charge.loss-doubt-error')"
                  @update:model-value="losses.setDoubt(table.doubts, row.id, $event, capital(row.name))"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <div class="mt-4 flex flex-wrap items-center gap-3">
      <button class="btn" :disabled="way === yardsWay" @click="losses.makeYards">
        {{ t('charge.default-losses-button') }}
      </button>
      <p class="text-sm text-soft">
        <I18nT keypath="charge.default-losses" scope="global"
          ><template #learnedLink
            ><NuxtLink to="/learned" class="underline">{{ t('charge.learned-link') }}</NuxtLink></template
          ><template #profileName>{{ LOSS_WORDS[yardsWay].name }}</template></I18nT
        >
      </p>
    </div>
  </SheetDialog>
</template>
