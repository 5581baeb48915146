<script setup lang="ts">
import { t } from '~/words'
import { computed, ref, toRef } from 'vue'
import { LEVELS, type KeptRehearsal, type Level, type Marked } from '#core/rehearsal'
import { useNotices } from '~/shared/page/useNotices'
import { why } from '~/storage/why'
import AfterRehearsal from './AfterRehearsal.vue'
import RehearsalBench from './RehearsalBench.vue'
import { LEVEL_WORDS, MARK_WORDS } from './rehearsal-words'
import { useRehearsalLedger } from './rehearsals-here'
import { useRehearsal, type Rehearsed } from './useRehearsal'

/** A rehearsal from its lighting to what came of it; drawn otherwise throughout, so that nobody takes it for the furnace. */
const props = defineProps<{
  /** what is rehearsed; null while nothing can be */
  of: Rehearsed | null
  /** why not */
  waiting: string
  /** as much as it lets happen; left out where the person chooses */
  fixedLevel?: Level
}>()
const board = useRehearsal(toRef(() => props.of?.key))
const { begun, now, trace, poured, after, speed, paused, acts, lit, light, act, away } = board
const ledger = useRehearsalLedger()
const { announce } = useNotices()
const chosen = ref<Level>('usual')
const level = computed(() => props.fixedLevel ?? chosen.value)
const keptId = ref('')
const failed = ref('')
function begin(): void {
  keptId.value = ''
  if (props.of) board.begin(props.of, level.value)
}
async function keep(marks: readonly Marked[]): Promise<void> {
  if (!begun.value || !poured.value) return
  const { id, key, name, scenario, seed, level: of } = begun.value
  const { how, faults, atS } = poured.value
  const one: KeptRehearsal = {
    id,
    endedAt: new Date().toISOString(),
    of: key,
    name,
    scenario,
    acts: [...acts.value],
    seed,
    level: of,
    marks: [...marks],
    how,
    faults,
    minutes: atS / 60,
  }
  try {
    await ledger.keep(one)
    keptId.value = id
    announce(t('rehearsal.kept'))
  } catch (error) {
    failed.value = why(error)
  }
}
</script>

<template>
  <div class="rehearsal">
    <p class="stripe mb-4 px-4 py-2 font-bold" role="note">
      {{ t('rehearsal.no-effect') }}
    </p>
    <div v-if="!now" class="slab max-w-2xl p-5">
      <p v-if="!of" class="mb-3" role="status">{{ waiting }}</p>
      <template v-else>
        <p class="mb-3">{{ t('rehearsal.intro') }}</p>
        <template v-if="of.marks.length">
          <p class="label">{{ t('rehearsal.marks-label') }}</p>
          <ul class="mb-3 list-disc pl-6">
            <li v-for="mark in of.marks" :key="mark">{{ MARK_WORDS[mark] }}</li>
          </ul>
        </template>
        <p v-if="fixedLevel" class="mb-4">
          {{ t('rehearsal.surprises', { level: LEVEL_WORDS[fixedLevel] }) }}
        </p>
        <fieldset v-else class="mb-4">
          <legend class="label">{{ t('rehearsal.surprises-label') }}</legend>
          <label v-for="one in LEVELS" :key="one" class="flex min-h-11 items-center gap-2"
            ><input v-model="chosen" type="radio" :value="one" class="size-6 accent-(--ember)" />
            {{ LEVEL_WORDS[one] }}</label
          >
        </fieldset>
        <button class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="begin">
          {{ t('rehearsal.begin') }}
        </button>
      </template>
    </div>
    <AfterRehearsal
      v-else-if="poured && after && begun"
      :begun="begun"
      :acts="acts"
      :end="now"
      :poured="poured"
      :book="after.book"
      :debrief="after.debrief"
    >
      <template #default="{ marks }">
        <p v-if="failed" role="alert" class="mb-2 text-oxide">{{ failed }}</p>
        <p v-if="keptId" class="mb-2" role="status">
          {{ t('rehearsal.kept') }}
          <NuxtLink to="/rehearsals" class="font-semibold underline">{{
            t('rehearsal.ledger-link')
          }}</NuxtLink>
        </p>
        <div class="flex flex-wrap gap-2">
          <button v-if="!keptId" class="btn btn-next min-h-[4.5rem]" @click="keep(marks)">
            {{ t('rehearsal.keep-button') }}
          </button>
          <button class="btn min-h-[4.5rem]" @click="begin">{{ t('rehearsal.once-more') }}</button>
          <button class="btn min-h-[4.5rem]" @click="away">
            {{ keptId ? t('rehearsal.close-button') : t('rehearsal.discard-button') }}
          </button>
        </div>
      </template>
    </AfterRehearsal>
    <RehearsalBench
      v-else-if="begun"
      :key="begun.id"
      v-model:speed="speed"
      v-model:paused="paused"
      :now="now"
      :scenario="begun.scenario"
      :acts="acts"
      :trace="trace"
      :lit="lit"
      @act="act"
      @light="light"
      @away="away"
    />
  </div>
</template>

<style scoped>
/* Drawn otherwise throughout: nobody is to take it for the furnace. */
.stripe {
  background: repeating-linear-gradient(135deg, var(--amber-wash) 0 14px, transparent 14px 28px);
  border-block: 2px solid var(--amber);
}
.rehearsal :deep(.slab),
.rehearsal :deep(.furnace) {
  border: 2px dashed var(--amber);
}
</style>
