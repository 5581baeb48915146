<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { POUR_CHECKLIST, POUR_CHECKLIST_SOURCE } from '#core/casting'
import { now } from '~/storage/yard-store'
import { computed } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'

/** What is looked at before the metal is poured; kept with the heat. */
const { heat, edit } = useHeat()
const seen = computed(() => heat.value?.lookedAt ?? {})
const left = computed(() => POUR_CHECKLIST.filter(({ id }) => !seen.value[id]).length)
function tick(id: string, what: string): void {
  const rest = Object.fromEntries(Object.entries(seen.value).filter(([key]) => key !== id))
  const lookedAt = seen.value[id] ? rest : { ...seen.value, [id]: now() }
  edit(`${seen.value[id] ? t('target.uncheck-edit') : t('target.check-edit')}: ${what}`, { lookedAt })
}
</script>

<template>
  <section :aria-label="t('target.checklist-heading')">
    <h2 class="chalk mb-1">{{ t('target.checklist-heading') }}</h2>
    <p class="mb-2" data-testid="checklist-answer" aria-live="polite">
      {{
        left === 0
          ? t('target.checklist-done')
          : left === 1
            ? t('target.checklist-one-left')
            : t('target.checklist-left', { count: left })
      }}
    </p>
    <ul>
      <li v-for="check in POUR_CHECKLIST" :key="check.id" class="border-t border-line py-1.5">
        <label class="flex cursor-pointer items-start gap-3">
          <input
            type="checkbox"
            class="mt-0.5 size-6 shrink-0 accent-(--ember)"
            :checked="!!seen[check.id]"
            :disabled="!!heat?.loggedAt"
            @change="tick(check.id, told(check.what))"
          />
          <span><b>{{ told(check.what) }}.</b> <span class="text-soft">{{ told(check.why) }}</span></span>
        </label>
      </li>
    </ul>
    <p class="mt-2"><SourceMark :source="POUR_CHECKLIST_SOURCE" /></p>
  </section>
</template>
