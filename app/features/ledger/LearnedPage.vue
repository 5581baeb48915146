<script setup lang="ts">
import { heatStamp } from '#core/heat'
import { recoveryKey, type LearnedRecovery } from '#core/learn'
import { ALLOYS } from '#core/alloys'
import { practicesOf } from '#core/melt'
import { FORMS } from '#core/losses'
import { storeToRefs } from '#imports'
import { computed, onBeforeUnmount, reactive, ref, shallowRef, watch } from 'vue'
import { useLearning } from '~/shared/learning/useLearning'
import { useUnits } from '~/shared/units/useUnits'
import { useTaught } from '~/shared/learning/taught-store'
import { useYard } from '~/storage/yard-store'
import { elementName } from '~/shared/units/elements'
import { capital, counted } from '~/shared/units/figures'
import { FAMILY_NAMES, withSpread } from '~/shared/learning/learning-words'
import GrowingList from '~/shared/page/GrowingList.vue'
import LedgerTabs from './LedgerTabs.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What the yard's heats teach: each figure with where it started, its spread and the heats behind it. */
const learning = useLearning()
const taught = useTaught()
const { recoveries, yields, zincRate, probes, using, overruled } = learning
const { sharper, progress, stopped, fault } = storeToRefs(taught)
const { temperature } = useUnits()
const yard = useYard()
watch(
  () => [taught.logged, taught.gear, yard.lots],
  () => void taught.look(),
  { immediate: true },
)
onBeforeUnmount(taught.leave)
/** Looked at by practice: only the heats under one cover. Plans go by all of them. */
const cover = ref('')
const covers = practicesOf(
  ALLOYS.find(({ practice }) => practice === 'tin-bronze')!,
  'cover',
)
const underCover = shallowRef<LearnedRecovery[]>([])
watch([cover, recoveries], async () => {
  const wanted = cover.value
  if (!wanted) return
  const found = await taught.under(wanted).catch(() => [])
  if (wanted === cover.value) underCover.value = found
})
const shown = computed(() => (cover.value ? underCover.value : recoveries.value))
/** Heats named one by one. */
const MOST_HEATS = 40
const MOST_ASIDE = 8
const lotsShown = computed(() => sharper.value.map((one) => ({ ...one, id: `${one.lotId}-${one.element}` })))
const opened = reactive(new Set<string>())
const formName = (id: string) => FORMS.find((form) => form.id === id)?.name ?? id
const degreesBy = (celsius: number) => celsius * (temperature.value === 'F' ? 1.8 : 1)
</script>

<template>
  <section>
    <LedgerTabs />
    <h1 class="text-2xl font-bold">What my heats taught</h1>
    <p class="mb-3 max-w-3xl text-soft">
      Each figure starts as the trade’s and is pulled to yours by the heats you weighed and measured. One heat
      alone changes nothing; a heat too far from the rest is set aside and shown. Plans use it only when you
      say so.
    </p>
    <label class="mb-4 flex max-w-xl items-center gap-3 border-l-8 border-ember bg-panel p-3 font-bold">
      <input
        type="checkbox"
        class="size-6 accent-(--ember)"
        :checked="using"
        @change="learning.setUsing(($event.target as HTMLInputElement).checked)"
      />
      Plan my heats with it
    </label>
    <p v-if="fault" role="alert" class="slab mb-4 max-w-xl border-l-8 border-oxide p-4">
      What your heats taught could not be worked out: {{ fault }}.
      <button type="button" class="btn" @click="taught.look()">Try again</button>
    </p>
    <p v-else-if="stopped" class="slab mb-4 max-w-xl p-4">
      Stopped. What is shown is what was known before.
      <button type="button" class="btn" @click="taught.look()">Go on from the start</button>
    </p>
    <!-- A few heats take a blink: nothing flickers for them. -->
    <div v-if="progress !== null" class="late mb-4 flex max-w-xl items-center gap-3">
      <progress :value="progress" max="1" class="bar flex-1" aria-label="Learning from the heats" />
      <span class="text-sm">{{ counted(taught.logged.length, 'heat') }}</span>
      <button type="button" class="btn" @click="taught.stop()">Stop</button>
    </div>
    <p v-if="!recoveries.length && progress === null && !stopped && !fault" class="slab max-w-xl p-5">
      Nothing yet. Log heats with their ingots, returns and an assay, and recoveries appear here.
    </p>
    <div class="grid items-start gap-6 lg:grid-cols-2">
      <section v-if="recoveries.length" aria-label="Recovery" class="slab p-4">
        <h2 class="chalk mb-2">Recovery: what stays in the metal</h2>
        <label class="mb-2 block max-w-xs"
          ><span class="label">Heats melted under</span>
          <select v-model="cover" class="field">
            <option value="">any cover</option>
            <option v-for="one in covers" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <p v-if="!shown.length" class="text-soft">No logged heat was told to be under it.</p>
        <ul data-testid="learned-recoveries">
          <li
            v-for="one in shown"
            :key="recoveryKey(one.family, one.element)"
            class="border-t border-line py-2"
          >
            <p>
              <template v-if="one.heats >= 2"
                >Your {{ elementName(one.element).toLowerCase() }} recovery in
                {{ FAMILY_NAMES[one.family] }} is <b>{{ withSpread(one.value, one.sd) }}</b> over
                {{ counted(one.heats, 'heat') }} (started at {{ one.prior.value }}).</template
              >
              <template v-else
                >{{ capital(elementName(one.element)) }} in {{ FAMILY_NAMES[one.family] }}: one heat only; it
                stays at <b>{{ one.prior.value }}</b>.</template
              >
            </p>
            <p v-if="one.setAside.length" class="text-sm text-amber">
              Set aside as no ordinary heat:
              {{
                one.setAside
                  .slice(0, MOST_ASIDE)
                  .map(({ number, value }) => `${heatStamp(number)} (${value.toFixed(2)})`)
                  .join(', ')
              }}<template v-if="one.setAside.length > MOST_ASIDE"
                >, and {{ one.setAside.length - MOST_ASIDE }} nearer to the rest</template
              >.
            </p>
            <details class="text-sm" @toggle="opened.add(recoveryKey(one.family, one.element))">
              <summary>The heats behind it</summary>
              <p v-if="opened.has(recoveryKey(one.family, one.element))">
                {{
                  one.seen
                    .slice(-MOST_HEATS)
                    .map(({ number, value, sd }) => `${heatStamp(number)}: ${withSpread(value, sd)}`)
                    .join('; ')
                }}<template v-if="one.seen.length > MOST_HEATS"
                  >; and {{ one.seen.length - MOST_HEATS }} before them</template
                >
              </p>
              <div class="mt-2 flex flex-wrap items-start gap-2">
                <QuantityField
                  :model-value="overruled[recoveryKey(one.family, one.element)] ?? null"
                  :label="`Plan ${one.element} with, instead (0 to 1)`"
                  kind="number"
                  nullable
                  :max="1"
                  class="max-w-48"
                  @update:model-value="learning.overrule(one, $event)"
                />
              </div>
            </details>
            <p
              v-if="overruled[recoveryKey(one.family, one.element)] !== undefined"
              class="text-sm font-bold text-amber"
            >
              Overruled: planned with {{ overruled[recoveryKey(one.family, one.element)] }}.
              <button type="button" class="btn btn-quiet underline" @click="learning.overrule(one, null)">
                Back to what was learned
              </button>
            </p>
          </li>
        </ul>
      </section>
      <div class="grid gap-6">
        <section v-if="yields.length" aria-label="Metallic yield" class="slab p-4">
          <h2 class="chalk mb-2">Metallic yield: how much of the scrap is metal</h2>
          <ul>
            <li
              v-for="one in yields"
              :key="one.form"
              class="flex flex-wrap gap-x-3 border-t border-line py-1.5"
            >
              <span class="flex-1 basis-40">{{ formName(one.form) }}</span>
              <b>{{ one.heats >= 2 ? withSpread(one.value, one.sd) : one.prior.value }}</b>
              <span class="text-soft">{{
                one.heats >= 2
                  ? `${counted(one.heats, 'heat')}, started at ${one.prior.value}`
                  : 'one heat: as it started'
              }}</span>
            </li>
          </ul>
        </section>
        <section v-if="sharper.length" aria-label="Lots" class="slab p-4" data-testid="sharper">
          <h2 class="chalk mb-2">Lots, known better by now</h2>
          <ul>
            <GrowingList v-slot="{ item: one }" :items="lotsShown">
              <li class="flex flex-wrap items-center gap-x-3 border-t border-line py-1.5">
                <span class="flex-1 basis-56"
                  ><b>{{ one.name }}</b
                  >: {{ one.element }} {{ withSpread(one.after.value, one.after.sd) }} %, was
                  {{ withSpread(one.before.value, one.before.sd) }} %, by
                  {{ counted(one.heats, 'heat') }}</span
                >
                <button type="button" class="btn" @click="learning.sharpen(one)">
                  Write it on the lot<span class="sr-only">: {{ one.name }} {{ one.element }}</span>
                </button>
              </li>
            </GrowingList>
          </ul>
        </section>
        <section aria-label="Furnace and probe" class="slab p-4">
          <h2 class="chalk mb-2">Zinc, probe, furnace</h2>
          <p v-if="taught.found">
            Zinc leaves at <b>{{ (zincRate.value / zincRate.prior.value).toFixed(2) }}</b> times the starting
            rate<template v-if="zincRate.heats >= 2">, by {{ zincRate.heats }} heats</template
            ><template v-else
              >: {{ zincRate.heats }} of the two heats it takes, logged with temperatures</template
            >.
          </p>
          <p v-for="probe in probes" :key="probe.id" class="mt-1">
            {{ probe.name }}:
            <template v-if="probe.learned.heats >= 2"
              >add {{ withSpread(degreesBy(probe.learned.value), degreesBy(probe.learned.sd)) }} °{{
                temperature
              }}, by {{ probe.learned.heats }} fixed points</template
            ><template v-else>checked at {{ probe.learned.heats }} of the two fixed points it takes</template
            >.
          </p>
          <p class="mt-1">
            The furnace’s efficiency is learned on the
            <NuxtLink to="/gear" class="underline">Gear</NuxtLink> and Pour pages from the fuel you write
            down.
          </p>
        </section>
      </div>
    </div>
  </section>
</template>
