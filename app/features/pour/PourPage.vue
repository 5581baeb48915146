<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
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
/** With about what share of the charge each is: only to tell in which of two units a bare figure is meant. */
const PARTS = [
  { key: 'castingsG', share: 0.5, name: t('pour.castings'), hint: t('pour.castings-total-hint') },
  {
    key: 'returnsG',
    share: 0.3,
    name: t('pour.sprues-gates-risers'),
    hint: t('pour.returns-hint'),
  },
  { key: 'drossG', share: 0.03, name: t('pour.dross'), hint: t('pour.dross-hint') },
  { key: 'skullG', share: 0.01, name: t('pour.skull'), hint: t('pour.skull-hint') },
  {
    key: 'stayedG',
    share: 0.01,
    name: t('pour.skull-left-label'),
    hint: t('pour.skull-left-hint'),
  },
  { key: 'spillG', share: 0.02, name: t('pour.spill'), hint: t('pour.swept-up') },
  { key: 'heelG', share: 0.1, name: t('pour.heel'), hint: t('pour.heel-hint') },
  { key: 'samplesG', share: 0.01, name: t('pour.samples'), hint: t('pour.samples-hint') },
] as const
/** Castings that were written down one by one are added up. */
const listed = computed(() => (heat.value?.pour.castings?.length ?? 0) > 0)
const parts = computed(() => PARTS.filter(({ key }) => key !== 'castingsG' || !listed.value))
function change(part: Record<string, unknown>, key: string): void {
  if (heat.value) edit(t('pour.weigh-link'), { pour: { ...heat.value.pour, ...part } }, `pour-${key}`)
}
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('pour.page-title')">
      <NuxtLink
        v-if="balance && balance.foundG + balance.maybeG > 0"
        :to="`/heat/${heat.number}/assay`"
        class="btn btn-next"
        >{{ t('pour.assay-link') }}</NuxtLink
      >
    </HeatHeading>
    <div v-if="!balance" class="slab max-w-xl p-5">
      <p class="mb-3">{{ t('pour.no-charge') }}</p>
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="btn btn-next">{{
        t('pour.charge-link')
      }}</NuxtLink>
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
              <h2 class="chalk mb-3">{{ t('pour.everything-else') }}</h2>
              <div class="grid grid-cols-2 gap-3">
                <p v-if="listed" class="self-end pb-2" data-testid="castings-added">
                  <I18nT keypath="pour.castings-total" scope="global"
                    ><template #mass><b>{{ grams(heat.pour.castingsG ?? 0, 0.1) }}</b></template></I18nT
                  >
                </p>
                <QuantityField
                  v-for="part in parts"
                  :key="part.key"
                  :model-value="heat.pour[part.key] ?? null"
                  :label="part.name"
                  kind="mass"
                  nullable
                  :near="part.share * balance.chargeG"
                  :hint="part.hint"
                  :max="part.key === 'stayedG' ? (heat.pour.skullG ?? 0) : undefined"
                  :max-words="t('pour.skull-limit-error')"
                  @update:model-value="change({ [part.key]: $event }, part.key)"
                  @sealed="yard.seal()"
                />
                <QuantityField
                  :model-value="heat.pour.pourTemperatureC"
                  :label="t('pour.pour-temperature-label')"
                  kind="temperature"
                  :sensible="sensiblePour(heat)"
                  nullable
                  @update:model-value="change({ pourTemperatureC: $event }, 'temperature')"
                  @sealed="yard.seal()"
                />
              </div>
              <p class="mt-2 text-xs text-soft">{{ t('pour.empty-hint') }}</p>
            </div>
          </fieldset>
        </div>
        <fieldset :disabled="frozen" class="contents">
          <SeenAtPour class="lg:col-span-2" />
          <BurntFuel class="lg:col-span-2" />
        </fieldset>
      </div>
      <p v-if="balance.foundG > 0" class="mt-4" data-testid="yields">
        <I18nT :keypath="balance.maybeG > 0 ? 'pour.yields-at-least' : 'pour.yields'" scope="global"
          ><template #castingYield><b>{{ fixed(100 * balance.tapYield, 1) }} %</b></template
          ><template #metalRecovery><b>{{ fixed(100 * balance.metalYield, 1) }} %</b></template
          ><template #accounted
            ><b>{{ fixed((100 * balance.foundG) / balance.chargeG, 1) }} %</b></template
          ></I18nT
        >
      </p>
      <MassFlow v-if="balance.foundG > 0" class="mt-3" :balance="balance" :heat="heat" />
      <PutTogether class="mt-4" />
    </template>
  </section>
</template>
