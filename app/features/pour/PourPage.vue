<script setup lang="ts">
import { sensiblePour } from '#core/heat'
import { computed, defineAsyncComponent } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { balanceWords } from '~/shared/heat/results-words'
import BalanceBar from '~/shared/heat/BalanceBar.vue'
import CastingsPoured from './CastingsPoured.vue'
import BurntFuel from './BurntFuel.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import IngotsPoured from './IngotsPoured.vue'
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
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="Where did the metal go?">
      <NuxtLink
        v-if="balance && balance.foundG + balance.maybeG > 0"
        :to="`/heat/${heat.number}/assay`"
        class="btn btn-next"
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
        <div class="grid grid-cols-1 gap-5">
          <IngotsPoured />
          <fieldset :disabled="frozen" class="contents">
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
          </fieldset>
        </div>
        <fieldset :disabled="frozen" class="contents">
          <SeenAtPour class="lg:col-span-2" />
          <BurntFuel class="lg:col-span-2" />
        </fieldset>
      </div>
      <p v-if="balance.foundG > 0" class="mt-4" data-testid="yields">
        Ingots and castings are {{ balance.maybeG > 0 ? 'at least ' : ''
        }}<b>{{ (100 * balance.tapYield).toFixed(1) }} %</b> of the charge; all metal found again
        <b>{{ (100 * balance.metalYield).toFixed(1) }} %</b>; accounted for
        <b>{{ ((100 * balance.foundG) / balance.chargeG).toFixed(1) }} %</b>.
      </p>
      <MassFlow v-if="balance.foundG > 0" class="mt-3" :balance="balance" :heat="heat" />
      <PutTogether class="mt-4" />
    </template>
  </section>
</template>
