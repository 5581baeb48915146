<script setup lang="ts">
import {
  COOL_DOWN_SOURCE,
  MOULD_CARE_SOURCE,
  MOULD_SOURCE,
  POUR_CHECKLIST_SOURCE,
  RISER_SOURCE,
  SECTION_SOURCE,
} from '#core/casting'
import { ELEMENT_SOURCE } from '#core/composition'
import { RECOVERY_SOURCE } from '#core/families'
import { FIRST_FIRE_SOURCE, FIXED_POINT_SOURCE, MATERIAL_SOURCE, RETIRE_SOURCE } from '#core/gear'
import { GLOSSARY_SOURCE } from '#core/glossary'
import { FORM_SOURCE } from '#core/losses'
import {
  CAUTION_SOURCE,
  CHILL_SOURCE,
  EMERGENCY_SOURCE,
  HYDROGEN_GUESS_SOURCE,
  INCANDESCENCE_SOURCE,
  MAGNESIUM_SOURCE,
  PRACTICES_SOURCE,
  ZINC_LOSS_SOURCE,
} from '#core/melt'
import { PILE_SOURCE } from '#core/scrap-pile'
import { PRACTICE_HEATS_SOURCE } from '#core/practice-heats'
import { CLUE_SOURCE } from '#core/stock'
import { TROUBLE_SOURCE } from '#core/troubles'
import { t, told } from '~/words'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
/** What each table of the program rests on. */
const SOURCES: readonly (readonly [string, string])[] = [
  [t('handbook.source-recovery'), RECOVERY_SOURCE],
  [t('handbook.source-yield'), FORM_SOURCE],
  [t('handbook.source-elements'), ELEMENT_SOURCE],
  [t('handbook.source-clues'), CLUE_SOURCE],
  [t('handbook.source-everyday-lots'), PILE_SOURCE],
  [t('handbook.source-mould'), MOULD_SOURCE],
  [t('handbook.source-mould-care'), MOULD_CARE_SOURCE],
  [t('handbook.source-cool-down'), COOL_DOWN_SOURCE],
  [t('handbook.source-sections'), SECTION_SOURCE],
  [t('handbook.source-riser'), RISER_SOURCE],
  [t('handbook.source-pour-check'), POUR_CHECKLIST_SOURCE],
  [t('handbook.source-practices'), PRACTICES_SOURCE],
  [t('handbook.source-zinc'), ZINC_LOSS_SOURCE],
  [t('handbook.source-magnesium'), MAGNESIUM_SOURCE],
  [t('handbook.source-hydrogen'), HYDROGEN_GUESS_SOURCE],
  [t('handbook.source-chill'), CHILL_SOURCE],
  [t('handbook.source-colours'), INCANDESCENCE_SOURCE],
  [t('handbook.source-cautions'), CAUTION_SOURCE],
  [t('handbook.source-emergencies'), EMERGENCY_SOURCE],
  [t('handbook.source-crucibles'), MATERIAL_SOURCE],
  [t('handbook.source-first-fire'), FIRST_FIRE_SOURCE],
  [t('handbook.source-retire'), RETIRE_SOURCE],
  [t('handbook.source-fixed-points'), FIXED_POINT_SOURCE],
  [t('handbook.source-faults'), TROUBLE_SOURCE],
  [t('handbook.source-practice-heats'), PRACTICE_HEATS_SOURCE],
  [t('handbook.source-glossary'), GLOSSARY_SOURCE],
]
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.sources') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">{{ t('handbook.sources-hint') }}</p>
    <dl class="gap-x-8 lg:columns-2" data-testid="sources">
      <div v-for="[name, source] in SOURCES" :key="name" class="break-inside-avoid border-t border-line py-2">
        <dt class="font-bold">{{ name }}</dt>
        <dd class="text-sm">{{ told(source) }}.</dd>
      </div>
    </dl>
  </section>
</template>
