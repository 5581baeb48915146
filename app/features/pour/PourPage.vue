<script setup lang="ts">
import { heatStamp, sensiblePour } from '#core/heat'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useHeat } from '~/shared/heat/useHeat'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { balanceWords } from '~/shared/heat/results-words'
import BalanceBar from '~/shared/heat/BalanceBar.vue'
import CastingsPoured from './CastingsPoured.vue'
import BurntFuel from './BurntFuel.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import PutTogether from './PutTogether.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SeenAtPour from './SeenAtPour.vue'
import ToneSentence from '~/shared/page/ToneSentence.vue'

const MassFlow = defineAsyncComponent(() => import('./MassFlow.vue'))

const { heat, summary, edit } = useHeat()
const yard = useYard()
const { grams } = useUnits()
const balance = computed(() => summary.value?.balance ?? null)
const verdict = computed(() => (balance.value ? balanceWords(balance.value, grams) : null))
const frozen = computed(() => !!heat.value?.loggedAt)
const PARTS = [
  { key: 'castingsG', name: 'Castings', hint: 'fettled, without gates' },
  { key: 'returnsG', name: 'Sprues, gates, risers', hint: 'they go back to the bins as returns' },
  { key: 'drossG', name: 'Dross', hint: 'everything skimmed off' },
  { key: 'skullG', name: 'Skull', hint: 'frozen to the crucible and tools' },
  { key: 'stayedG', name: 'Still in the crucible', hint: 'of the skull; the next heat in it counts with it' },
  { key: 'spillG', name: 'Spill', hint: 'swept up' },
  { key: 'heelG', name: 'Heel', hint: 'left in the crucible on purpose' },
  { key: 'samplesG', name: 'Samples', hint: 'taken out for the assay' },
] as const
/** Castings that were written down one by one are added up. */
const listed = computed(() => (heat.value?.pour.castings?.length ?? 0) > 0)
const parts = computed(() => PARTS.filter(({ key }) => key !== 'castingsG' || !listed.value))
function change(part: Record<string, unknown>, key: string): void {
  if (heat.value) edit('Weigh what came out', { pour: { ...heat.value.pour, ...part } }, `pour-${key}`)
}
const newIngot = ref<number | null>(null)
const entry = ref(0)
/** Weighed in its mould while too hot to touch: the mould's own weight comes off. */
const { ingotMoulds } = useGear()
const mouldId = useRememberedHere('pour-mould', '')
const mould = computed(() => ingotMoulds.value.find(({ id }) => id === mouldId.value) ?? null)
const netG = computed(() => (newIngot.value === null ? null : newIngot.value - (mould.value?.tareG ?? 0)))
function addIngot(): void {
  if (!heat.value || netG.value === null || netG.value <= 0) return
  const { ingots } = heat.value.pour
  const stamp = `${heatStamp(heat.value.number)}-${ingots.length + 1}`
  edit(`Weigh ingot ${stamp}`, {
    pour: {
      ...heat.value.pour,
      ingots: [
        ...ingots,
        {
          id: crypto.randomUUID(),
          massG: Number(netG.value.toFixed(2)),
          stamp,
          ...(mould.value ? { mouldId: mould.value.id, grossG: newIngot.value } : {}),
        },
      ],
    },
  })
  newIngot.value = null
  entry.value++
}
function removeIngot(id: string): void {
  if (heat.value)
    edit('Remove an ingot', {
      pour: { ...heat.value.pour, ingots: heat.value.pour.ingots.filter((ingot) => ingot.id !== id) },
    })
}
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="Where did the metal go?">
      <NuxtLink v-if="balance && balance.foundG > 0" :to="`/heat/${heat.number}/assay`" class="btn btn-next"
        >Measure it</NuxtLink
      >
    </HeatHeading>
    <div v-if="!balance" class="slab max-w-xl p-5">
      <p class="mb-3">Nothing was weighed into this heat, so there is nothing to balance against.</p>
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="btn btn-next">Weigh the charge</NuxtLink>
    </div>
    <template v-else>
      <ToneSentence v-if="verdict" :sentence="verdict" class="text-lg" data-testid="balance" />
      <BalanceBar :balance="balance" :pour="heat.pour" />
      <div class="mt-5 grid items-start gap-5 lg:grid-cols-2">
        <CastingsPoured />
        <fieldset :disabled="frozen" class="contents">
          <div class="grid grid-cols-1 gap-5">
            <div class="slab p-4">
              <h2 class="chalk mb-3">Ingots</h2>
              <ul class="mb-3">
                <li
                  v-for="ingot in heat.pour.ingots"
                  :key="ingot.id"
                  class="flex items-center gap-3 border-t border-line py-1"
                >
                  <span class="stamp flex-1 text-lg">{{ ingot.stamp }}</span>
                  <b>{{ grams(ingot.massG, 0.1) }}</b>
                  <button v-if="!frozen" class="btn btn-quiet underline" @click="removeIngot(ingot.id)">
                    Remove<span class="sr-only"> {{ ingot.stamp }}</span>
                  </button>
                </li>
              </ul>
              <form
                v-if="!frozen"
                class="grid grid-cols-[1fr_auto] items-start gap-2"
                @submit.prevent="addIngot"
              >
                <QuantityField
                  :key="entry"
                  v-model="newIngot"
                  :label="mould ? 'Next ingot, mould and all' : 'Next ingot'"
                  kind="mass"
                  positive
                  nullable
                />
                <button class="btn mt-[1.2rem]" :disabled="netG === null || netG <= 0">Add the ingot</button>
                <p v-if="mould && netG !== null" class="col-span-2" aria-live="polite">
                  <template v-if="netG > 0">{{ grams(netG, 0.1) }} of metal.</template>
                  <b v-else role="alert" class="text-oxide"
                    >That is no more than the mould weighs ({{ grams(mould.tareG) }}). Weigh both together.</b
                  >
                </p>
                <label v-if="ingotMoulds.length" class="col-span-2 max-w-xs"
                  ><span class="label">Weighed in</span>
                  <select v-model="mouldId" class="field">
                    <option value="">nothing: the ingot alone</option>
                    <option v-for="one in ingotMoulds" :key="one.id" :value="one.id">
                      {{ one.name }}, {{ grams(one.tareG) }} empty
                    </option>
                  </select></label
                >
                <p v-else class="col-span-2 text-sm text-soft">
                  Weigh your moulds empty, before they are hot, and write them down under
                  <NuxtLink to="/gear" class="underline">Gear</NuxtLink>: then an ingot can be weighed in its
                  mould.
                </p>
              </form>
            </div>
            <div class="slab p-4">
              <h2 class="chalk mb-3">Everything else</h2>
              <div class="grid grid-cols-2 gap-3">
                <p v-if="listed" class="self-end pb-2" data-testid="castings-added">
                  Castings: <b>{{ grams(heat.pour.castingsG ?? 0, 0.1) }}</b>, added up from their list.
                </p>
                <QuantityField
                  v-for="part in parts"
                  :key="part.key"
                  :model-value="heat.pour[part.key] ?? null"
                  :label="part.name"
                  kind="mass"
                  nullable
                  :hint="part.hint"
                  :max="part.key === 'stayedG' ? (heat.pour.skullG ?? 0) : undefined"
                  max-words="No more can have stayed than froze to the crucible: write the skull down first."
                  @update:model-value="change({ [part.key]: $event }, part.key)"
                  @sealed="yard.seal()"
                />
                <QuantityField
                  :model-value="heat.pour.pourTemperatureC"
                  label="Poured at"
                  kind="temperature"
                  :sensible="sensiblePour(heat)"
                  nullable
                  @update:model-value="change({ pourTemperatureC: $event }, 'temperature')"
                  @sealed="yard.seal()"
                />
              </div>
              <p class="mt-2 text-xs text-soft">Empty means not weighed; 0 means there was none.</p>
            </div>
          </div>
          <SeenAtPour class="lg:col-span-2" />
          <BurntFuel class="lg:col-span-2" />
        </fieldset>
      </div>
      <p v-if="balance.foundG > 0" class="mt-4" data-testid="yields">
        Ingots and castings are <b>{{ (100 * balance.tapYield).toFixed(1) }} %</b> of the charge; all metal
        found again <b>{{ (100 * balance.metalYield).toFixed(1) }} %</b>; accounted for
        <b>{{ ((100 * balance.foundG) / balance.chargeG).toFixed(1) }} %</b>.
      </p>
      <MassFlow v-if="balance.foundG > 0" class="mt-3" :balance="balance" :heat="heat" />
      <PutTogether class="mt-4" />
    </template>
  </section>
</template>
