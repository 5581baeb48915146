<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { heatStamp } from '#core/heat'
import { heatFacts, rankCauses, TROUBLE_SOURCE } from '#core/troubles'
import { computed, ref } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { now, useYard } from '~/storage/yard-store'
import { evidenceWords } from '~/shared/words/troubles-words'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import SymptomPicker from './SymptomPicker.vue'

/** What went wrong: a symptom, its causes as this heat's log supports them, what to do otherwise. */
const { heat, edit } = useHeat()
const yard = useYard()
const symptom = ref<string | null>(null)
const facts = computed(() => (heat.value ? heatFacts(heat.value, yard.lots, yard.gear) : null))
const ranked = computed(() => (symptom.value && facts.value ? rankCauses(symptom.value, facts.value) : []))
const minded = (id: string) => heat.value?.lessons?.some(({ causeId }) => causeId === id) ?? false
function mind(id: string): void {
  const lessons = heat.value?.lessons ?? []
  edit(minded(id) ? t('handbook.drop-lesson-edit') : t('handbook.keep-lesson-edit'), {
    lessons: minded(id)
      ? lessons.filter(({ causeId }) => causeId !== id)
      : [...lessons, { causeId: id, at: now() }],
  })
}
const TONE = { for: 'border-oxide', against: 'border-line', silent: 'border-amber' } as const
</script>

<template>
  <section v-if="heat && facts">
    <HeatHeading :question="t('handbook.trouble-title')">
      <NuxtLink :to="`/heat/${heat.number}/story`" class="btn">{{ t('handbook.story-link') }}</NuxtLink>
    </HeatHeading>
    <div class="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)]">
      <SymptomPicker v-model="symptom" />
      <div aria-live="polite">
        <h2 class="chalk mb-2">
          {{ t('handbook.trouble-causes-heading', { heatNumber: heatStamp(heat.number) }) }}
        </h2>
        <p v-if="!symptom" class="text-soft">{{ t('handbook.choose-symptom') }}</p>
        <ol class="grid gap-2" data-testid="causes">
          <li
            v-for="cause in ranked"
            :key="cause.id"
            class="border-l-8 bg-panel px-3 py-2"
            :class="TONE[cause.says]"
          >
            <p class="text-lg font-bold" :class="cause.says === 'against' ? 'text-soft' : ''">
              {{ told(cause.name) }}
            </p>
            <p>{{ evidenceWords(cause.evidence, cause.says, facts) }}</p>
            <p>
              <b>{{ t('handbook.next-time-label') }}</b> {{ told(cause.change) }}.
              <button
                type="button"
                class="btn btn-quiet underline"
                :aria-pressed="minded(cause.id)"
                @click="mind(cause.id)"
              >
                {{ minded(cause.id) ? t('handbook.on-next-sheet') : t('handbook.add-to-next-sheet-button') }}
              </button>
            </p>
          </li>
        </ol>
        <p v-if="symptom" class="mt-2"><SourceMark :source="TROUBLE_SOURCE" /></p>
      </div>
    </div>
  </section>
</template>
