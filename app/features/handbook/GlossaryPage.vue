<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from '#imports'
import { GLOSSARY } from '#core/glossary'
import { everyWord } from '~/shared/fields/every-word'
import { language, t, told } from '~/words'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
/** The terms of the trade, each in one sentence, in the order of the alphabet of the chosen language. */
const query = ref(String(useRoute().query.find ?? ''))
const terms = computed(() => {
  const { compare } = new Intl.Collator(language)
  const all = GLOSSARY.map(({ id, term, text }) => ({ id, term: told(term), text: told(text) }))
  const wanted = everyWord(query.value)
  return all.filter(({ term, text }) => wanted(`${term} ${text}`)).toSorted((a, b) => compare(a.term, b.term))
})
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.glossary') }}</h1>
    <p class="mt-1 mb-3 max-w-3xl text-soft">{{ t('handbook.glossary-hint') }}</p>
    <input
      v-model="query"
      type="search"
      class="field mb-4 max-w-72"
      :placeholder="t('handbook.find-term-placeholder')"
      :aria-label="t('handbook.find-term-label')"
    />
    <dl v-if="terms.length" class="gap-x-8 lg:columns-2" data-testid="terms">
      <div
        v-for="one in terms"
        :id="one.id"
        :key="one.id"
        class="break-inside-avoid border-t border-line py-2"
      >
        <dt class="font-bold">{{ one.term }}</dt>
        <dd>{{ one.text }}</dd>
      </div>
    </dl>
    <p v-else>{{ t('handbook.no-term-found', { query }) }}</p>
  </section>
</template>
