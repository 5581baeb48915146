<script setup lang="ts">
import { t } from '~/words'
import { nextTick, ref, watch } from 'vue'
import { useStageLine } from './useStageLine'
import HeatStamp from '~/shared/heat/HeatStamp.vue'
/** The seven stages as a runner that fills with metal as far as the heat has come; each stage says its answer. */
const { stages, heat, at: here } = useStageLine()
const list = ref<HTMLElement>()
watch(
  here,
  async () => {
    await nextTick()
    // The stage before it begins at the edge, so that no name is cut in two.
    list.value?.children[Math.max(0, here.value - 1)]?.scrollIntoView({ block: 'nearest', inline: 'start' })
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <div class="mx-auto flex max-w-[90rem] items-end gap-3 px-3 sm:px-5">
    <NuxtLink
      v-if="heat"
      :to="`/heat/${heat.number}/${heat.loggedAt ? 'assay' : heat.alloy ? 'charge' : 'target'}`"
      class="mb-2"
      :title="heat.title"
    >
      <HeatStamp :number="heat.number" />
    </NuxtLink>
    <nav :aria-label="t('app-shell.stages-label')" class="min-w-0 flex-1">
      <ol ref="list" class="line">
        <li
          v-for="(stage, index) in stages"
          :key="stage.id"
          :class="{ done: stage.done, here: index === here }"
        >
          <NuxtLink :to="stage.to" :aria-current="index === here ? 'step' : undefined">
            <span class="name">{{ stage.name }}</span>
            <span class="answer">{{ stage.answer }}</span>
          </NuxtLink>
        </li>
      </ol>
    </nav>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  overflow-x: auto;
  scrollbar-width: none;
  padding: 3px;
}
.line li {
  flex: 1 0 auto;
  min-width: 6.2rem;
}
/* Room behind the last, so that it can stand beside the one before it. */
.line::after {
  content: '';
  flex: 0 0 calc(100% - 12.4rem);
}
/* Where all seven fit side by side, they do: none is cut off, what they say is shortened. */
@media (min-width: 46rem) {
  .line li {
    flex: 1 1 0;
    min-width: 0;
  }
  .line::after {
    content: none;
  }
}
/* Colours that are forced leave no filled metal: here and done are drawn. */
@media (forced-colors: active) {
  .line a {
    border-bottom: 3px dotted CanvasText;
  }
  .line .done a {
    border-bottom-style: solid;
  }
  .line .here a {
    border-bottom: 8px double Highlight;
  }
}
.line a {
  display: block;
  padding: 0.35rem 0.6rem 0.5rem 0.2rem;
  border-bottom: 7px solid var(--well);
}
.line .done a {
  border-bottom-color: var(--line);
}
.line .here a {
  border-bottom-color: var(--ember);
}
.name {
  display: block;
  font-family: var(--font-stamp);
  font-weight: 650;
  letter-spacing: 0.06em;
  text-transform: uppercase;
  font-size: 1.05rem;
  line-height: 1.15;
}
.here .name {
  color: var(--ember);
}
.answer {
  display: block;
  min-height: 1.2em;
  max-width: 11rem;
  overflow: hidden;
  color: var(--soft);
  font-size: var(--text-xs);
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
