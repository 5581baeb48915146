<script setup lang="ts">
import { t } from '~/words'
import { computed, ref } from 'vue'
import type { HeatInference, ShedTest } from '#core/inference'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { fixed } from '~/shared/units/decimal-mark'
import TestForm from './TestForm.vue'
import { SHED_TEST_WORDS } from './infer-words'

/** Tests that could be done, by what each is expected to bring; the best first, and each can be entered from here. */
const props = defineProps<{ found: HeatInference; frozen: boolean }>()
const { heat } = useHeat()
const { money } = useUnits()
const open = ref<ShedTest | null>(null)
/** A fall smaller than this is none. */
const WORTH = 0.01
const hasLimits = computed(() => !!props.found.verdict)
const best = computed(() => {
  const [first] = props.found.next
  return first && first.before - first.after >= WORTH ? first : null
})
const bestAtHome = computed(
  () =>
    props.found.next.find(
      ({ test, before, after }) => test !== 'laboratory' && test !== 'xrf' && before - after >= WORTH,
    ) ?? null,
)
const share = (value: number) => fixed(100 * value, value < 0.1 ? 1 : 0)
/** What has a form of its own here. */
const FORMS: readonly ShedTest[] = ['density', 'resistance', 'eddy', 'hardness', 'colour']
const ALL: readonly ShedTest[] = ['density', 'cooling', 'resistance', 'eddy', 'hardness', 'colour']
/** Tests that nothing is foretold of can be written down all the same. */
const others = computed(() =>
  props.frozen ? [] : ALL.filter((test) => !props.found.next.some((one) => one.test === test)),
)
const told = computed(() => {
  if (!best.value) return t('infer.no-test-helps')
  const { before, after } = best.value
  const what = { test: SHED_TEST_WORDS[best.value.test], before: share(before), after: share(after) }
  return hasLimits.value ? t('infer.test-lowers-error', what) : t('infer.test-leaves-uncertainty', what)
})
</script>

<template>
  <section class="slab mb-4 p-4" :aria-label="t('infer.next-test-heading')">
    <h2 class="chalk mb-1">{{ t('infer.next-test-heading') }}</h2>
    <p class="font-bold" data-testid="next-test">{{ told }}</p>
    <p v-if="best && bestAtHome && best.test !== bestAtHome.test" class="text-sm">
      {{
        t('infer.shed-test', {
          test: SHED_TEST_WORDS[bestAtHome.test],
          after: share(bestAtHome.after),
        })
      }}
    </p>
    <table v-if="found.next.length" class="mt-2 w-full text-sm">
      <thead class="text-soft">
        <tr>
          <th scope="col" class="text-left font-normal">{{ t('infer.test') }}</th>
          <th scope="col" class="text-right font-normal">
            {{ hasLimits ? t('infer.wrong-verdict-column') : t('infer.uncertainty-left-column') }}
          </th>
          <th scope="col" class="text-right font-normal">{{ t('infer.time-column') }}</th>
          <th scope="col" class="text-right font-normal">{{ t('infer.cost-column') }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="one in found.next" :key="one.test">
          <tr class="border-t border-line">
            <th scope="row" class="py-1 text-left font-normal">
              <button
                v-if="!frozen && FORMS.includes(one.test)"
                class="btn btn-quiet min-h-9 px-0 text-left font-normal underline"
                :aria-expanded="open === one.test"
                @click="open = open === one.test ? null : one.test"
              >
                {{ SHED_TEST_WORDS[one.test] }}
              </button>
              <NuxtLink
                v-else-if="!frozen && one.test === 'cooling'"
                :to="`/heat/${heat?.number}/curve`"
                class="inline-flex min-h-9 items-center underline"
                >{{ SHED_TEST_WORDS[one.test] }}</NuxtLink
              >
              <NuxtLink
                v-else-if="!frozen && (one.test === 'xrf' || one.test === 'laboratory')"
                :to="`/heat/${heat?.number}/assay`"
                class="inline-flex min-h-9 items-center underline"
                >{{ SHED_TEST_WORDS[one.test] }}</NuxtLink
              >
              <span v-else>{{ SHED_TEST_WORDS[one.test] }}</span>
            </th>
            <td class="text-right font-bold whitespace-nowrap">{{ share(one.after) }} %</td>
            <td class="pl-3 text-right whitespace-nowrap">
              {{ t('infer.minutes', { minutes: one.minutes }) }}
            </td>
            <td class="pl-3 text-right whitespace-nowrap">
              {{ one.cost ? money(one.cost) : t('infer.nothing') }}
            </td>
          </tr>
          <tr v-if="open === one.test && !frozen">
            <td colspan="4" class="pb-3"><TestForm :test="one.test" @done="open = null" /></td>
          </tr>
        </template>
      </tbody>
    </table>
    <div v-if="others.length" class="mt-2">
      <p class="text-sm text-soft">{{ t('infer.add-done-test') }}</p>
      <div class="flex flex-wrap gap-x-4">
        <template v-for="test in others" :key="test">
          <NuxtLink
            v-if="test === 'cooling'"
            :to="`/heat/${heat?.number}/curve`"
            class="inline-flex min-h-9 items-center text-sm underline"
            >{{ SHED_TEST_WORDS[test] }}</NuxtLink
          >
          <button
            v-else
            class="btn btn-quiet min-h-9 px-0 text-sm font-normal underline"
            :aria-expanded="open === test"
            @click="open = open === test ? null : test"
          >
            {{ SHED_TEST_WORDS[test] }}
          </button>
        </template>
      </div>
      <TestForm v-if="open && others.includes(open)" :test="open" @done="open = null" />
    </div>
    <p class="mt-2 text-xs text-soft">{{ t('infer.test-estimates-note') }}</p>
  </section>
</template>
