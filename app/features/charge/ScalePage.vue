<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { sentences } from '~/shared/units/figures'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { comesAsItIs } from '#core/heat'
import { computed, defineAsyncComponent } from 'vue'
import { useCharge } from './useCharge'
import { useChargeAnswer } from './useChargeAnswer'
import { useChargeRows } from './useChargeRows'
import { useHeat } from '~/shared/heat/useHeat'
import { usePlanChecks } from './usePlanChecks'
import { useScale } from './useScale'
import { useUnits } from '~/shared/units/useUnits'
import ConnectedScale from './ConnectedScale.vue'
import { FurnaceWord } from '~/features/group'
import { useInGroup } from '~/shared/page/useInGroup'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import PlanChecks from './PlanChecks.vue'
import PracticeScale from './PracticeScale.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import ShortOfTime from './ShortOfTime.vue'
import WaysOut from './WaysOut.vue'

const NoAnswer = defineAsyncComponent(() => import('./NoAnswer.vue'))
/** The scale posture: one lot at a time, readable at arm's length. */
const { heat } = useHeat()
const charge = useCharge(heat)
const { settled, engine, bench, prediction, lines, lotName } = charge
const hand = useChargeRows(charge)
const { rows, weighedAll, unweigh } = hand
const answer = useChargeAnswer(charge)
const { infeasible, hurried, waysHurried, conflict, harmed, harm, concession, waysOut } = answer
const { checks } = usePlanChecks(heat, lines, prediction, lotName)
const { grams } = useUnits()
const scale = useScale(charge, hand, answer.tools)
const { current, done, waiting, reading, shown, containerG, practice, off, band, told } = scale
/** What can hurt someone: in the plan as a whole, and in the lot on the pan. */
const hurting = computed(() =>
  checks.value.filter(({ lots }) => lots.length === 0 || lots.includes(current.value?.id ?? '')),
)
/** From where to where nothing else changes, where that is a span. */
const stays = computed(() => {
  const { fromG, toG } = band.value?.asPlanned ?? { fromG: 0, toG: 0 }
  const step = current.value?.stepG
  return toG > fromG ? t('charge.mass-span', { fromMass: grams(fromG, step), toMass: grams(toG, step) }) : ''
})
/** Any weight is taken: it becomes what goes in. */
const free = computed(() => !!heat.value && comesAsItIs(heat.value))
const inGroup = useInGroup()
const begun = computed(() => done.value.length > 0)
</script>

<template>
  <section v-if="heat" class="mx-auto max-w-3xl">
    <HeatHeading :question="t('charge.page-title')" />
    <FurnaceWord v-if="inGroup && !heat.loggedAt" :heat-id="heat.id" />
    <ShortOfTime v-if="hurried && !engine.error" :none="infeasible ? conflict : ''" />
    <NoAnswer v-if="engine.error" />
    <p v-else-if="!heat.alloy || heat.tapMassG === null" class="text-soft">
      <template v-if="free"
        ><I18nT keypath="charge.weigh-needs-lots" scope="global"
          ><template #chargeLink
            ><NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">{{
              t('charge.choose-lots-link')
            }}</NuxtLink></template
          ></I18nT
        ></template
      ><template v-else
        ><I18nT keypath="charge.weigh-needs-target" scope="global"
          ><template #targetLink
            ><NuxtLink :to="`/heat/${heat.number}/target`" class="underline">{{
              t('charge.choose-target-link')
            }}</NuxtLink></template
          ></I18nT
        ></template
      >
    </p>
    <template v-else-if="infeasible">
      <p
        v-if="!hurried"
        role="alert"
        class="border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-lg font-bold"
      >
        {{ conflict }}
      </p>
      <WaysOut :ways="waysOut" :heading="t('charge.ways-out-heading')" :hurried="waysHurried" />
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="mt-3 inline-block underline">{{
        t('charge.back-to-charge')
      }}</NuxtLink>
    </template>
    <p v-else-if="!settled && !current && !heat.loggedAt" class="text-soft">
      {{ t('charge.calculating') }}
    </p>
    <template v-else>
      <div
        v-if="harmed"
        role="alert"
        class="mb-4 border-l-8 border-oxide bg-oxide-wash px-4 py-3"
        data-testid="harm"
      >
        <p class="text-lg font-bold">{{ harm }}</p>
        <p>
          {{ t('charge.closest-possible') }}
        </p>
        <WaysOut :ways="waysOut" :heading="t('charge.corrections-heading')" :hurried="waysHurried" />
      </div>
      <p v-else-if="concession" class="mb-4 border-l-8 border-amber bg-amber-wash px-4 py-2" role="status">
        {{ concession }}
      </p>
      <template v-if="current">
        <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p class="text-soft">
            <TermText
              :text="t('charge.weigh-progress', { done: done.length, planned: rows.planned.length })"
            />
          </p>
          <progress
            class="bar flex-1 basis-32"
            :value="done.length"
            :max="rows.planned.length"
            :aria-label="t('charge.lots-weighed')"
          />
          <label class="flex min-h-[4.5rem] items-center gap-2 text-sm"
            ><input v-model="practice" type="checkbox" class="size-6 accent-(--ember)" />
            {{ t('charge.practice-scale-label') }}</label
          >
        </div>
        <p v-if="charge.number.value" class="text-sm text-soft" data-testid="plan-number">
          {{ t('charge.plan-number', { number: charge.number.value }) }}
        </p>
        <div class="asked">
          <p class="mt-2 text-2xl leading-tight font-bold" data-testid="scale-lot">
            {{ current.name }}
          </p>
          <p
            id="scale-target"
            class="stamp text-[clamp(3.6rem,16vw,8rem)] leading-none text-ember normal-case"
            :class="{ 'opacity-25': !settled }"
            :aria-busy="!settled"
            data-testid="scale-target"
          >
            {{ grams(current.plannedG, current.stepG) }}
          </p>
        </div>
        <PlanChecks hurting laid-open :checks="hurting" />
        <p id="scale-steps" class="mt-3 text-lg" data-testid="which-scale">
          {{
            scale.scaleOf.value
              ? t('charge.scale-steps-on', {
                  scaleName: scale.scaleOf.value.name,
                  step: grams(current.stepG, current.stepG),
                })
              : bench.scales.length
                ? t('charge.scale-steps-too-heavy', { step: grams(current.stepG, current.stepG) })
                : t('charge.scale-steps', { step: grams(current.stepG, current.stepG) })
          }}
        </p>
        <p id="scale-band" class="min-h-14 pt-2 text-lg text-soft" data-testid="tolerance">
          <template v-if="free">{{ t('charge.any-weight-note') }}</template>
          <template v-else-if="band">
            {{
              sentences(
                t('charge.tolerance-band', {
                  fromMass: grams(band.fromG, current.stepG),
                  toMass: grams(band.toG, current.stepG),
                }),
                stays && t('charge.rest-unchanged-span', { span: stays }),
              )
            }}
          </template>
        </p>
        <ConnectedScale v-if="!practice" @reading="shown = $event" />
        <form class="mt-2 grid items-start gap-3 sm:grid-cols-[1fr_auto]" @submit.prevent="scale.take">
          <PracticeScale
            v-if="practice"
            :key="`simulated-${current.id}`"
            :target-g="current.plannedG"
            @reading="shown = $event"
          />
          <QuantityField
            v-else
            :key="current.id"
            :model-value="shown"
            :label="t('charge.scale-reading-label', { lotName: current.name })"
            kind="mass"
            positive
            size="huge"
            :near="current.plannedG + (containerG ?? 0)"
            eager
            told-by="scale-target scale-steps scale-band"
            @update:model-value="shown = $event"
          />
          <button
            class="btn btn-next min-h-20 px-8 text-xl sm:mt-[1.45rem]"
            :disabled="reading === null || reading <= 0"
          >
            {{ t('charge.record-button') }}
          </button>
          <QuantityField
            v-if="!practice"
            v-model="containerG"
            class="tare max-w-64"
            :label="t('charge.tare-label')"
            kind="mass"
            nullable
            :hint="t('charge.tare-hint')"
          />
          <button
            type="button"
            class="btn btn-quiet min-h-[4.5rem] self-end underline sm:justify-self-end"
            @click="scale.none"
          >
            {{ t('charge.no-lot-left-button')
            }}<span class="sr-only">: {{ t('charge.leave-out-named', { lotName: current.name }) }}</span>
          </button>
        </form>
        <p v-if="scale.light.value" role="alert" class="mt-2 font-semibold text-oxide">
          {{ t('charge.lighter-than-tare') }}
        </p>
        <p v-else-if="!practice && containerG && reading !== null" class="mt-2 text-lg">
          {{ t('charge.net-reading', { mass: grams(reading, current.stepG) }) }}
        </p>
        <div
          v-if="off !== null && !scale.light.value"
          class="mt-2 text-lg"
          aria-live="polite"
          data-testid="outcome"
        >
          <p v-if="scale.onTarget.value">{{ t('charge.on-target-status') }}</p>
          <p v-else>
            {{ grams(Math.abs(off), current.stepG) }} {{ off > 0 ? t('charge.over') : t('charge.under') }}.
            <span v-if="told && !free" :class="told.bad ? 'font-bold text-oxide' : ''">{{ told.text }}</span>
          </p>
        </div>
        <p v-if="reading !== null && reading > current.availableG" class="mt-1 font-semibold text-amber">
          {{ t('charge.over-recorded-stock', { mass: grams(current.availableG) }) }}
        </p>
      </template>
      <div v-else-if="weighedAll" class="slab p-5" data-testid="all-weighed">
        <p class="mb-3 text-xl font-bold">
          {{
            sentences(
              t('charge.all-weighed', {
                mass: grams(done.reduce((sum, row) => sum + (row.weighedG ?? 0), 0)),
              }),
              prediction && t('charge.expected-tap', { tapMass: grams(prediction.tapMassG) }),
            )
          }}
        </p>
        <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn btn-next">{{
          t('charge.run-the-melt')
        }}</NuxtLink>
      </div>
      <p v-else class="text-soft">
        <I18nT keypath="charge.weigh-needs-charge" scope="global"
          ><template #chargeLink
            ><NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">{{
              t('charge.work-out-charge-link')
            }}</NuxtLink></template
          ></I18nT
        >
      </p>
    </template>

    <ul v-if="done.length || waiting.length > 1" class="mt-6">
      <li
        v-for="row in [...waiting.filter((row) => row !== current), ...done]"
        :key="row.id"
        class="flex items-center gap-3 border-t border-line py-1.5"
      >
        <span class="flex-1">{{ row.name }}</span>
        <template v-if="row.weighedG !== null">
          <b class="text-patina">✓ {{ grams(row.weighedG, row.stepG) }}</b>
          <button class="btn btn-quiet underline" @click="unweigh(row)">
            {{ t('charge.take-back') }}<span class="sr-only"> {{ row.name }}</span>
          </button>
        </template>
        <span v-else class="text-soft">{{ grams(row.plannedG, row.stepG) }}</span>
      </li>
    </ul>
    <NuxtLink
      v-if="begun && !weighedAll && !engine.error"
      :to="`/heat/${heat.number}/melt`"
      class="mt-4 inline-block underline"
      >{{ t('charge.melt-anyway-link') }}</NuxtLink
    >
  </section>
</template>

<style scoped>
.tare :deep(.field) {
  min-height: 4.5rem;
}
/* A phone on its side with its keyboard up: what is asked for stays in sight over the field. */
@media (max-height: 26rem) {
  .asked {
    position: sticky;
    top: 0;
    z-index: 10;
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0 1rem;
    background: var(--page);
  }
  .asked .stamp {
    font-size: 2.4rem;
  }
}
</style>
