<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
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
import { capital, counted, firstFew } from '~/shared/units/figures'
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
const formName = (id: string) => told(FORMS.find((form) => form.id === id)?.name ?? id)
const degreesBy = (celsius: number) => celsius * (temperature.value === 'F' ? 1.8 : 1)
</script>

<template>
  <section>
    <LedgerTabs />
    <h1 class="text-2xl font-bold">{{ t('ledger.learned-title') }}</h1>
    <p class="mb-3 max-w-3xl text-soft">
      {{ t('ledger.learned-hint') }}
    </p>
    <label class="mb-4 flex max-w-xl items-center gap-3 border-l-8 border-ember bg-panel p-3 font-bold">
      <input
        type="checkbox"
        class="size-6 accent-(--ember)"
        :checked="using"
        @change="learning.setUsing(($event.target as HTMLInputElement).checked)"
      />
      {{ t('ledger.use-learned-button') }}
    </label>
    <p v-if="fault" role="alert" class="slab mb-4 max-w-xl border-l-8 border-oxide p-4">
      {{ t('ledger.learned-failed', { reason: fault }) }}
      <button type="button" class="btn" @click="taught.look()">{{ t('ledger.try-again') }}</button>
    </p>
    <p v-else-if="stopped" class="slab mb-4 max-w-xl p-4">
      {{ t('ledger.learning-stopped') }}
      <button type="button" class="btn" @click="taught.look()">{{ t('ledger.restart-button') }}</button>
    </p>
    <!-- A few heats take a blink: nothing flickers for them. -->
    <div v-if="progress !== null" class="late mb-4 flex max-w-xl items-center gap-3">
      <progress :value="progress" max="1" class="bar flex-1" :aria-label="t('ledger.learning-status')" />
      <span class="text-sm">{{ counted(taught.logged.length, 'heat') }}</span>
      <button type="button" class="btn" @click="taught.stop()">{{ t('ledger.stop') }}</button>
    </div>
    <p v-if="!recoveries.length && progress === null && !stopped && !fault" class="slab max-w-xl p-5">
      <TermText :text="t('ledger.learned-empty')" />
    </p>
    <div class="grid items-start gap-6 lg:grid-cols-2">
      <section v-if="recoveries.length" :aria-label="t('ledger.recovery')" class="slab p-4">
        <h2 class="chalk mb-2"><TermText :text="t('ledger.recovery-heading')" /></h2>
        <label class="mb-2 block max-w-xs"
          ><span class="label">{{ t('ledger.cover-filter-label') }}</span>
          <select v-model="cover" class="field">
            <option value="">{{ t('ledger.any-cover') }}</option>
            <option v-for="one in covers" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
          </select></label
        >
        <p v-if="!shown.length" class="text-soft">{{ t('ledger.cover-no-heats') }}</p>
        <ul data-testid="learned-recoveries">
          <li
            v-for="one in shown"
            :key="recoveryKey(one.family, one.element)"
            class="border-t border-line py-2"
          >
            <p>
              <template v-if="one.heats >= 2"
                ><I18nT keypath="ledger.learned-recovery" scope="global"
                  ><template #recovery><b>{{ withSpread(one.value, one.sd) }}</b></template
                  ><template #element>{{ elementName(one.element) }}</template
                  ><template #familyName>{{ FAMILY_NAMES[one.family] }}</template
                  ><template #heats>{{ counted(one.heats, 'heat') }}</template
                  ><template #usual>{{ one.prior.value }}</template></I18nT
                ></template
              >
              <template v-else
                ><I18nT keypath="ledger.learned-one-heat" scope="global"
                  ><template #recovery><b>{{ one.prior.value }}</b></template
                  ><template #element>{{ capital(elementName(one.element)) }}</template
                  ><template #familyName>{{ FAMILY_NAMES[one.family] }}</template></I18nT
                ></template
              >
            </p>
            <p v-if="one.setAside.length" class="text-sm text-amber">
              {{
                t('ledger.heats-set-aside', {
                  heats: firstFew(
                    one.setAside.map(({ number, value }) => `${heatStamp(number)} (${fixed(value, 2)})`),
                    MOST_ASIDE,
                  ),
                })
              }}
            </p>
            <details class="text-sm" @toggle="opened.add(recoveryKey(one.family, one.element))">
              <summary>{{ t('ledger.heats-behind-heading') }}</summary>
              <p v-if="opened.has(recoveryKey(one.family, one.element))">
                {{
                  firstFew(
                    one.seen
                      .toReversed()
                      .map(({ number, value, sd }) => `${heatStamp(number)}: ${withSpread(value, sd)}`),
                    MOST_HEATS,
                  )
                }}
              </p>
              <div class="mt-2 flex flex-wrap items-start gap-2">
                <QuantityField
                  :model-value="overruled[recoveryKey(one.family, one.element)] ?? null"
                  :label="t('ledger.recovery-override-label', { element: one.element })"
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
              {{
                t('ledger.overridden', {
                  recovery: overruled[recoveryKey(one.family, one.element)],
                })
              }}
              <button type="button" class="btn btn-quiet underline" @click="learning.overrule(one, null)">
                {{ t('ledger.clear-override-button') }}
              </button>
            </p>
          </li>
        </ul>
      </section>
      <div class="grid gap-6">
        <section v-if="yields.length" :aria-label="t('ledger.metallic-yield')" class="slab p-4">
          <h2 class="chalk mb-2"><TermText :text="t('ledger.metallic-yield-heading')" /></h2>
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
                  ? t('ledger.yield-heats', { heats: counted(one.heats, 'heat'), usual: one.prior.value })
                  : t('ledger.yield-one-heat')
              }}</span>
            </li>
          </ul>
        </section>
        <section v-if="sharper.length" :aria-label="t('ledger.lots')" class="slab p-4" data-testid="sharper">
          <h2 class="chalk mb-2">{{ t('ledger.lots-heading') }}</h2>
          <ul>
            <GrowingList v-slot="{ item: one }" :items="lotsShown">
              <li class="flex flex-wrap items-center gap-x-3 border-t border-line py-1.5">
                <span class="flex-1 basis-56"
                  ><I18nT keypath="ledger.lot-refined" scope="global"
                    ><template #lotName><b>{{ one.name }}</b></template
                    ><template #element>{{ one.element }}</template
                    ><template #after>{{ withSpread(one.after.value, one.after.sd) }}</template
                    ><template #before>{{ withSpread(one.before.value, one.before.sd) }}</template
                    ><template #heats>{{ counted(one.heats, 'heat') }}</template></I18nT
                  ></span
                >
                <button type="button" class="btn" @click="learning.sharpen(one)">
                  {{ t('ledger.update-lot-button')
                  }}<span class="sr-only">: {{ one.name }} {{ one.element }}</span>
                </button>
              </li>
            </GrowingList>
          </ul>
        </section>
        <section :aria-label="t('ledger.furnace-and-probe')" class="slab p-4">
          <h2 class="chalk mb-2">{{ t('ledger.zinc-probe-furnace') }}</h2>
          <p v-if="taught.found">
            <I18nT keypath="ledger.zinc-rate" scope="global"
              ><template #ratio><b>{{ fixed(zincRate.value / zincRate.prior.value, 2) }}</b></template
              ><template #basis>{{
                zincRate.heats >= 2
                  ? t('ledger.zinc-rate-heats', { heats: counted(zincRate.heats, 'heat') })
                  : t('ledger.zinc-rate-more', { count: zincRate.heats })
              }}</template></I18nT
            >
          </p>
          <p v-for="probe in probes" :key="probe.id" class="mt-1">
            {{ probe.name }}:
            <template v-if="probe.learned.heats >= 2">{{
              t('ledger.probe-correction', {
                correction: withSpread(degreesBy(probe.learned.value), degreesBy(probe.learned.sd)),
                temperature,
                points: probe.learned.heats,
              })
            }}</template
            ><template v-else>{{ t('ledger.probe-checks', { points: probe.learned.heats }) }}</template>.
          </p>
          <p class="mt-1">
            <I18nT keypath="ledger.furnace-learned-note" scope="global"
              ><template #gearLink
                ><NuxtLink to="/gear" class="underline">{{ t('ledger.gear-link') }}</NuxtLink></template
              ></I18nT
            >
          </p>
        </section>
      </div>
    </div>
  </section>
</template>
