<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { heatStamp } from '#core/heat'
import { causesOf, TROUBLE_SOURCE } from '#core/troubles'
import { computed, ref } from 'vue'
import { useYard } from '~/storage/yard-store'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
import SymptomPicker from './SymptomPicker.vue'

/** What is seen and what it comes from, without a heat's log to go by. */
const yard = useYard()
const symptom = ref<string | null>(null)
const causes = computed(() => (symptom.value ? causesOf(symptom.value) : []))
const last = computed(() => yard.heats.findLast(({ loggedAt }) => loggedAt)?.number ?? null)
const OFTEN = [
  '',
  t('small.seldom'),
  t('handbook.now-and-then'),
  t('small.often'),
  t('small.mostly'),
] as const
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.faults-title') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">
      <I18nT keypath="handbook.faults-hint" scope="global"
        ><template #troubleLink
          ><NuxtLink v-if="last" :to="`/heat/${last}/trouble`" class="underline">{{
            t('handbook.trouble-link', { heatNumber: heatStamp(last) })
          }}</NuxtLink
          ><template v-else>{{ t('handbook.trouble-link-general') }}</template></template
        ></I18nT
      >
    </p>
    <div class="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)]">
      <SymptomPicker v-model="symptom" />
      <div aria-live="polite">
        <h2 class="chalk mb-2">{{ t('handbook.causes-heading') }}</h2>
        <p v-if="!symptom" class="text-soft">{{ t('handbook.choose-symptom') }}</p>
        <ol class="grid gap-2" data-testid="causes">
          <li v-for="cause in causes" :key="cause.id" class="border-l-8 border-amber bg-panel px-3 py-2">
            <p class="text-lg font-bold">
              {{ told(cause.name) }}
              <span class="text-sm font-normal text-soft">{{ OFTEN[cause.weight] }}</span>
            </p>
            <p><b>{{ t('handbook.next-time-label') }}</b> {{ told(cause.change) }}.</p>
          </li>
        </ol>
        <p v-if="symptom" class="mt-2"><SourceMark :source="TROUBLE_SOURCE" /></p>
      </div>
    </div>
  </section>
</template>
