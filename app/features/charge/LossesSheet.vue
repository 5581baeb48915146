<script setup lang="ts">
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
    title: 'Recovery: how much of an element stays in the melt',
    rows: elements.value,
    set: losses.setRecovery,
  },
  {
    id: 'yield',
    title: 'Metallic yield: how much of the weight is metal that melts',
    rows: forms.value,
    set: losses.setYield,
  },
])
const fraction = (value: number) => String(Number(value.toFixed(4)))
</script>

<template>
  <SheetDialog v-if="heat" title="Losses" wide @close="emit('close')">
    <label class="mb-1 block max-w-sm"
      ><span class="label">This heat reckons with</span>
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
      Melt from a line = weight × metallic yield × Σ (share of each element × its recovery). The plan, the
      scale, the balance after the pour and the heat’s story all use these figures. A lot with a yield of its
      own keeps it.
    </p>
    <div class="grid gap-5 md:grid-cols-2">
      <section v-for="table in tables" :key="table.id" :aria-label="table.title">
        <h3 class="mb-1 font-bold">{{ table.title }}</h3>
        <table class="w-full text-sm">
          <thead class="text-left text-soft">
            <tr>
              <th scope="col"><span class="sr-only">What</span></th>
              <th scope="col" class="text-right">usual</th>
              <th scope="col" class="px-2 text-right">learned</th>
              <th scope="col" class="w-24 text-right">planned with</th>
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
                  :label="`${capital(row.name)}: planned with`"
                  hide-label
                  kind="number"
                  positive
                  :max="1"
                  max-words="It is a fraction: 1 at most."
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
        Make it the yard’s way
      </button>
      <p class="text-sm text-soft">
        New heats reckon with: {{ LOSS_WORDS[yardsWay].name }}.
        <NuxtLink to="/learned" class="underline">What my heats taught</NuxtLink>
      </p>
    </div>
  </SheetDialog>
</template>
