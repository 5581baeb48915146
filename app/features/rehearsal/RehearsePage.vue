<script setup lang="ts">
import { t } from '~/words'
import { computed, defineAsyncComponent, ref } from 'vue'
import { LEVELS, type Level } from '#core/rehearsal'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import { useUnits } from '~/shared/units/useUnits'
import AfterRehearsal from './AfterRehearsal.vue'
import { actWords, happenedWords, LEVEL_WORDS, ownClock } from './rehearsal-words'
import { SPEEDS, useRehearsal, type ActNow } from './useRehearsal'
import { useScenario } from './useScenario'

/** This very heat, run without fire: the same charge, furnace and crucible, and a clock of its own. Nothing enters the yard. */
const MeltTrace = defineAsyncComponent(() => import('~/features/melt').then(({ MeltTrace }) => MeltTrace))
const { heat, scenario, working } = useScenario()
const board = useRehearsal(
  computed(() => heat.value?.id),
  scenario,
)
const { kept, now, trace, shownC, poured, after, speed, paused, acts } = board
const { degrees, grams } = useUnits()
const level = ref<Level>('usual')
const warm = ref(true)
const FIRES = [0, 0.35, 1] as const
const DEGAS_MIN = 12
const of = computed(() => kept.value?.scenario ?? null)
const remaining = computed(() => of.value?.lots.filter(({ id }) => !now.value?.added.includes(id)) ?? [])
const molten = computed(() => !!now.value && now.value.celsius >= now.value.liquidusC)
/** What the eye sees of it; the probe may say otherwise. */
const state = computed(() => {
  if (!now.value) return ''
  if (now.value.lifted) return t('rehearsal.state-lifted')
  if (molten.value) return t('rehearsal.state-molten')
  return now.value.celsius > now.value.solidusC ? t('rehearsal.state-mush') : t('rehearsal.state-solid')
})
const chart = computed(() => trace.value.map(({ atS, celsius }) => ({ atMin: atS / 60, celsius })))
/** What was done and what happened, the newest first. */
const log = computed(() =>
  [
    ...acts.value.map((act, at) => ({
      key: `a${at}`,
      atS: act.atS,
      text: actWords(act, of.value?.lots ?? []),
      bad: false,
    })),
    ...(now.value?.happened ?? [])
      // The act of pouring stands there already.
      .filter(({ what }) => what !== 'poured')
      .map((one, at) => ({
        key: `h${at}`,
        atS: one.atS,
        text: happenedWords(one, of.value?.lots ?? []),
        bad: one.what === 'flare' || one.what === 'spat' || one.what === 'frozen',
      })),
  ].sort((one, other) => other.atS - one.atS),
)
const act = (what: ActNow) => board.act(what)
</script>

<template>
  <section v-if="heat" class="rehearsal">
    <HeatHeading :question="t('rehearsal.rehearse-this-heat')">
      <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn">{{ t('rehearsal.to-the-melt') }}</NuxtLink>
    </HeatHeading>
    <p class="stripe mb-4 px-4 py-2 font-bold" role="note">
      {{ t('rehearsal.nothing-of-it-enters-the-yard') }}
    </p>

    <div v-if="!now" class="slab max-w-2xl p-5">
      <p v-if="!scenario" class="mb-3" role="status">
        {{ working ? t('rehearsal.working-out-the-charge') : t('rehearsal.plan-it-first') }}
      </p>
      <template v-else>
        <p class="mb-3">{{ t('rehearsal.what-it-is') }}</p>
        <fieldset class="mb-4">
          <legend class="label">{{ t('rehearsal.what-may-happen') }}</legend>
          <label v-for="one in LEVELS" :key="one" class="flex min-h-11 items-center gap-2"
            ><input v-model="level" type="radio" :value="one" class="size-6 accent-(--ember)" />
            {{ LEVEL_WORDS[one] }}</label
          >
        </fieldset>
        <button class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="board.begin(level)">
          {{ t('rehearsal.light-it') }}
        </button>
      </template>
    </div>

    <div v-else class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div class="grid gap-5">
        <AfterRehearsal
          v-if="poured && after && of"
          :poured="poured"
          :book="after.book"
          :debrief="after.debrief"
          :scenario="of"
          @again="board.begin(kept?.level ?? 'usual')"
          @away="board.away"
        />
        <div v-else class="slab p-4">
          <div class="flex flex-wrap items-end gap-x-6 gap-y-2">
            <p class="text-6xl leading-none font-bold" aria-live="off" data-testid="rehearsal-probe">
              {{ shownC === null ? '– –' : degrees(shownC) }}
            </p>
            <p class="text-xl font-bold" aria-live="polite">{{ state }}</p>
            <p class="stamp text-3xl" role="timer" aria-live="off" data-testid="rehearsal-clock">
              {{ ownClock(now.atS) }}
            </p>
          </div>
          <p v-if="shownC === null" role="alert" class="font-bold text-oxide">
            {{ t('rehearsal.the-probe-is-gone') }}
          </p>
          <div class="mt-3 flex flex-wrap gap-2" role="group" :aria-label="t('rehearsal.clock')">
            <button class="btn min-h-11" :aria-pressed="paused" @click="paused = !paused">
              {{ paused ? t('rehearsal.go-on') : t('rehearsal.pause') }}
            </button>
            <button
              v-for="one in SPEEDS"
              :key="one"
              class="btn min-h-11"
              :class="speed === one ? 'font-bold outline-2 outline-ember' : ''"
              :aria-pressed="speed === one"
              @click="speed = one"
            >
              ×{{ one }}
            </button>
          </div>

          <h2 class="chalk mt-5 mb-2">{{ t('rehearsal.furnace') }}</h2>
          <div class="flex flex-wrap gap-2">
            <button
              v-for="fire in FIRES"
              :key="fire"
              class="btn min-h-[3.5rem]"
              :aria-pressed="now.power === fire"
              :class="now.power === fire ? 'font-bold outline-2 outline-ember' : ''"
              @click="act({ do: 'power', to: fire })"
            >
              {{
                fire === 0
                  ? t('rehearsal.fire-off')
                  : t('rehearsal.fire-at', { fire: Math.round(100 * fire) })
              }}
            </button>
            <button class="btn min-h-[3.5rem]" @click="act({ do: 'lid', on: !now.lid })">
              {{ now.lid ? t('rehearsal.lid-off') : t('rehearsal.lid-on') }}
            </button>
          </div>

          <h2 class="chalk mt-5 mb-2">{{ t('rehearsal.metal') }}</h2>
          <template v-if="remaining.length">
            <label class="mb-2 flex min-h-11 items-center gap-2"
              ><input v-model="warm" type="checkbox" class="size-6 accent-(--ember)" />
              {{ t('rehearsal.warm-it-first') }}</label
            >
            <div class="flex flex-wrap gap-2">
              <button
                v-for="lot in remaining"
                :key="lot.id"
                class="btn min-h-[3.5rem]"
                @click="act({ do: 'add', lot: lot.id, preheated: warm })"
              >
                {{ t('rehearsal.add-lot', { massG: grams(lot.massG), name: lot.name }) }}
              </button>
            </div>
          </template>
          <p v-else class="text-soft">{{ t('rehearsal.all-is-in') }}</p>

          <h2 class="chalk mt-5 mb-2">{{ t('rehearsal.melt') }}</h2>
          <div class="flex flex-wrap gap-2">
            <button
              class="btn min-h-[3.5rem]"
              @click="act({ do: 'cover', cover: now.cover === 'bare' ? 'glass' : 'bare' })"
            >
              {{ now.cover === 'bare' ? t('rehearsal.cover-it') : t('rehearsal.take-the-cover-off') }}
            </button>
            <button class="btn min-h-[3.5rem]" @click="act({ do: 'skim' })">{{ t('rehearsal.skim') }}</button>
            <button class="btn min-h-[3.5rem]" @click="act({ do: 'stir' })">{{ t('rehearsal.stir') }}</button>
            <button
              v-if="of?.degassed"
              class="btn min-h-[3.5rem]"
              @click="act({ do: 'degas', minutes: DEGAS_MIN })"
            >
              {{ t('rehearsal.degas', { minutes: DEGAS_MIN }) }}
            </button>
            <button v-if="of?.deoxidised" class="btn min-h-[3.5rem]" @click="act({ do: 'deoxidise' })">
              {{ t('rehearsal.deoxidise') }}
            </button>
          </div>
          <div class="mt-5 flex flex-wrap gap-2">
            <button v-if="!now.lifted" class="btn min-h-[4.5rem] text-xl" @click="act({ do: 'lift' })">
              {{ t('rehearsal.lift-it-out') }}
            </button>
            <button v-else class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="act({ do: 'pour' })">
              {{ t('rehearsal.pour') }}
            </button>
            <button class="btn btn-quiet ml-auto underline" @click="board.away">
              {{ t('rehearsal.throw-it-away') }}
            </button>
          </div>
        </div>
      </div>
      <div class="grid gap-5">
        <MeltTrace
          v-if="of && chart.length > 1"
          :trace="chart"
          :liquidus-c="now.liquidusC"
          :window="of.window"
        />
        <section class="slab p-4" :aria-label="t('rehearsal.what-was-done')">
          <h2 class="chalk mb-2">{{ t('rehearsal.what-was-done') }}</h2>
          <p v-if="!log.length" class="text-soft">{{ t('rehearsal.lit-at-nought') }}</p>
          <ul data-testid="rehearsal-log">
            <li
              v-for="one in log"
              :key="one.key"
              class="flex gap-3 border-t border-line py-1"
              :class="one.bad ? 'font-bold text-oxide' : ''"
            >
              <span class="stamp w-16 shrink-0">{{ ownClock(one.atS) }}</span><span>{{ one.text }}</span>
            </li>
          </ul>
        </section>
        <p class="text-sm text-soft">{{ t('rehearsal.rules-of-thumb') }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
/* Drawn otherwise throughout: nobody is to take it for the furnace. */
.stripe {
  background: repeating-linear-gradient(135deg, var(--amber-wash) 0 14px, transparent 14px 28px);
  border-block: 2px solid var(--amber);
}
.rehearsal :deep(.slab) {
  border-style: dashed;
}
</style>
