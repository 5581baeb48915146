<script setup lang="ts">
import { t, told } from '~/words'
import { computed } from 'vue'
import { isOpen, questionOf, withClue, type Lot } from '#core/stock'
import { useYard } from '~/storage/yard-store'

/** The question that settles which of several metals a lot of scrap is, with its answers. */
const props = defineProps<{ lot: Lot; named?: boolean }>()
const yard = useYard()
const question = computed(() => questionOf(props.lot))
const open = computed(() => isOpen(props.lot))
const given = computed(() => question.value?.answers.find(({ id }) => id === props.lot.clue))
function answer(clue: string | null): void {
  yard.commit(t('stock.question-edit', { lotName: props.lot.name }), [
    { collection: 'lots', id: props.lot.id, after: withClue(props.lot, clue) },
  ])
}
</script>

<template>
  <div v-if="question" data-testid="scrap-question">
    <div
      v-if="open"
      role="group"
      :aria-label="t('stock.question-label', { lotName: lot.name })"
      class="my-1 border-l-8 border-amber bg-amber-wash px-3 py-1.5"
    >
      <p><template v-if="named">{{ lot.name }}: </template><b>{{ told(question.ask) }}</b></p>
      <p class="text-sm text-soft">{{ told(question.how) }}</p>
      <p class="my-1 flex flex-wrap gap-2">
        <button
          v-for="one in question.answers"
          :key="one.id"
          type="button"
          class="btn text-sm"
          @click="answer(one.id)"
        >
          {{ told(one.says) }}
        </button>
      </p>
      <p class="text-sm text-soft">{{ t('stock.question-open') }}</p>
    </div>
    <p v-else-if="given && !named" class="text-sm text-soft">
      {{ told(given.says) }}
      <button type="button" class="btn btn-quiet min-h-8 underline" @click="answer(null)">
        {{ t('stock.question-again') }}<span class="sr-only">: {{ lot.name }}</span>
      </button>
    </p>
  </div>
</template>
