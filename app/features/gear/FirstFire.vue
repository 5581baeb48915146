<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { counted } from '~/shared/units/figures'
import { nth } from '#core/lists'
import { useIntervalFn } from '@vueuse/core'
import { FIRST_FIRE_SOURCE, firingLeftMin, firingOf, type Crucible } from '#core/gear'
import { now } from '~/storage/yard-store'
import { computed, ref } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useUnits } from '~/shared/units/useUnits'

/** The first firing of a crucible, step by step, with a clock that survives a reload. */
const props = defineProps<{ crucible: Crucible }>()
const { keep } = useGear()
const { degrees } = useUnits()
const at = ref(Date.now())
useIntervalFn(() => (at.value = Date.now()), 1000)
const firing = computed(() => props.crucible.firing)
const steps = computed(() => firingOf(props.crucible))
const step = computed(() => (firing.value ? steps.value[firing.value.step] : null))
const leftS = computed(() => {
  if (!firing.value || !step.value) return 0
  return Math.round(step.value.minutes * 60 - (at.value - Date.parse(firing.value.since)) / 1000)
})
const clock = computed(() => {
  const seconds = Math.abs(leftS.value)
  const hours = Math.floor(seconds / 3600)
  const rest = `${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}`
  return hours > 0 ? `${hours}:${rest}` : rest
})
/** Its time has to run; who goes on before says why, and that is kept. */
const waiting = computed(() => firingLeftMin(props.crucible, at.value) > 0)
const cutting = ref(false)
const why = ref('')
const fault = ref('')
function cut(): void {
  if (!firing.value) return
  if (!why.value.trim()) {
    fault.value = t('gear.skip-needs-reason')
    return
  }
  const entry = {
    step: firing.value.step,
    at: now(),
    leftMin: Math.round(firingLeftMin(props.crucible, Date.now())),
    why: why.value.trim(),
  }
  to(firing.value.step + 1, { firingCut: [...(props.crucible.firingCut ?? []), entry] })
  cutting.value = false
  why.value = fault.value = ''
}
function to(index: number, more: Partial<Crucible> = {}): void {
  const { crucible } = props
  const done = index >= steps.value.length
  keep(
    {
      ...crucible,
      ...more,
      firing: done ? null : { step: index, since: now() },
      ...(done ? { firstFiredAt: now() } : {}),
    },
    done
      ? t('gear.fired-edit', { crucibleName: crucible.name })
      : t('gear.firing-edit', { crucibleName: crucible.name, number: index + 1 }),
  )
}
const stop = () =>
  keep({ ...props.crucible, firing: null }, t('gear.stop-firing-edit', { crucibleName: props.crucible.name }))
</script>

<template>
  <div class="border-l-8 border-amber bg-amber-wash px-3 py-2" data-testid="first-fire">
    <template v-if="firing && step">
      <p class="font-bold">
        {{ t('gear.firing-step', { number: firing.step + 1, count: steps.length, step: told(step.what) }) }}
      </p>
      <p>{{ told(step.why) }}</p>
      <p class="stamp my-1 text-3xl" role="timer" aria-live="off">
        {{ clock
        }}<span v-if="leftS < 0" class="font-sans text-base normal-case">
          {{ ' ' + t('gear.firing-step-over') }}</span
        >
      </p>
      <div class="flex flex-wrap gap-2">
        <p v-if="waiting" class="basis-full text-sm">
          {{
            t('gear.firing-next-at', {
              next:
                firing.step + 1 < steps.length
                  ? degrees(nth(steps, firing.step + 1).toC)
                  : t('gear.firing-last'),
            })
          }}
        </p>
        <button v-else type="button" class="btn btn-next" @click="to(firing.step + 1)">
          {{
            firing.step + 1 < steps.length
              ? t('gear.firing-next', { temperature: degrees(nth(steps, firing.step + 1).toC) })
              : t('gear.fired-button')
          }}
        </button>
        <button type="button" class="btn" @click="stop">{{ t('gear.stop-firing-button') }}</button>
        <button
          v-if="waiting"
          type="button"
          class="btn btn-quiet underline"
          :aria-expanded="cutting"
          @click="cutting = !cutting"
        >
          {{ t('gear.skip-ahead-button') }}
        </button>
      </div>
      <form v-if="cutting && waiting" class="mt-2 grid gap-2" @submit.prevent="cut">
        <label class="block"
          ><span class="label">{{ t('gear.skip-reason-label') }}</span>
          <input v-model="why" class="field" maxlength="300" :aria-invalid="!!fault" />
        </label>
        <p v-if="fault" role="alert" class="font-semibold text-oxide">{{ fault }}</p>
        <p class="text-sm">{{ t('gear.skip-caution') }}</p>
        <button type="submit" class="btn justify-self-start">{{ t('gear.skip-anyway-button') }}</button>
      </form>
    </template>
    <template v-else>
      <p class="font-bold">{{ t('gear.never-fired') }}</p>
      <ol class="my-1 list-decimal pl-5 text-sm">
        <li v-for="one in steps" :key="one.id">
          {{ t('gear.firing-step-time', { step: told(one.what), minutes: counted(one.minutes, 'minute') }) }}
        </li>
      </ol>
      <button type="button" class="btn" @click="to(0)">{{ t('gear.start-firing-button') }}</button>
    </template>
    <ul v-if="crucible.firingCut?.length" class="mt-1 list-disc pl-5 text-sm">
      <li v-for="one in crucible.firingCut" :key="one.at">
        {{
          t('gear.firing-cut-short', {
            step: told(steps[one.step]?.what),
            minutes: counted(one.leftMin, 'minute'),
            reason: one.why,
          })
        }}
      </li>
    </ul>
    <p class="mt-1"><SourceMark :source="FIRST_FIRE_SOURCE" /></p>
  </div>
</template>
