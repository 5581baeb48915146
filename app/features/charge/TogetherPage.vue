<script setup lang="ts">
import type { ChargeProblem, JointPlan } from '#core/charge'
import { freeLots, heatChargeProblem, heatStamp, shareStock, type Heat } from '#core/heat'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { startHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'
import { useStudy } from '~/shared/engines/useStudy'
import { useUnits } from '~/shared/units/useUnits'
import { now, type Edit, useYard } from '~/storage/yard-store'
import { isolated } from '~/shared/units/isolated'

/** Two or more heats from one pile, planned together so that no lot is promised twice. */
const yard = useYard()
const study = useStudy()
const { grams, money } = useUnits()
const { announce } = useNotices()
const open = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt === null))
const ready = computed(() => open.value.filter(({ alloy, tapMassG }) => alloy && tapMassG !== null))
const left = reactive(new Set<string>())
const chosen = computed(() => ready.value.filter(({ id }) => !left.has(id)))
const joint = shallowRef<JointPlan | null>(null)
const inTurn = ref<number | null>(null)
const planned = shallowRef<Heat[]>([])
const margin = ref(true)
const busy = ref(false)
const fault = ref('')
let asked = 0

watch(
  [chosen, () => yard.lots],
  async () => {
    const heats = chosen.value
    const mine = ++asked
    if (heats.length < 2) {
      joint.value = null
      return
    }
    busy.value = true
    try {
      const others = yard.heats.filter((heat) => !heats.includes(heat))
      const lots = freeLots(yard.lots, others)
      const problems = heats.map((heat) => heatChargeProblem(heat, lots)!)
      const plan = (all: ChargeProblem[]) => study.ask((engine) => engine.together(all))
      let answer = await plan(problems)
      const withMargin = answer.joint.status !== 'infeasible'
      if (!withMargin) answer = await plan(problems.map(withoutCertainty))
      if (mine !== asked) return
      margin.value = withMargin
      joint.value = answer.joint
      inTurn.value = answer.inTurn
      planned.value = heats
      fault.value = ''
    } catch (error) {
      fault.value = String((error as Error).message)
    } finally {
      if (mine === asked) busy.value = false
    }
  },
  { immediate: true },
)
function withoutCertainty(problem: ChargeProblem): ChargeProblem {
  const plain = { ...problem }
  delete plain.confidence
  return plain
}
const lotName = (id: string) =>
  (yard.records.lots[id] as { name?: string } | undefined)?.name ?? 'a lot no longer here'
const table = computed(() => {
  const plans = joint.value?.plans ?? []
  const ids = [...new Set(plans.flatMap(({ lines }) => lines.map(({ lot }) => lot)))]
  return ids
    .map((id) => {
      const masses = plans.map(({ lines }) => lines.find(({ lot }) => lot === id)?.massG ?? 0)
      const thereG = yard.lots.find((lot) => lot.id === id)?.massG ?? 0
      return { id, masses, totalG: masses.reduce((sum, massG) => sum + massG, 0), thereG }
    })
    .sort((a, b) => b.totalG - a.totalG)
})
const headline = computed(() => {
  const answer = joint.value
  if (!answer) return busy.value ? 'Working it out…' : ''
  if (answer.status === 'infeasible') {
    const short = answer.short.map(({ lot, missingG }) => `${grams(missingG)} more ${isolated(lotName(lot))}`)
    return short.length
      ? `The pile does not do for all of them: it would take ${short.join(' and ')}.`
      : 'One of these heats cannot be made from this pile, alone or together; its Charge stage says why.'
  }
  const saved = inTurn.value === null ? null : inTurn.value - answer.cost
  const against =
    inTurn.value === null
      ? 'One after the other, a later one would go without'
      : saved !== null && saved > 0.005
        ? `${money(saved)} less than one after the other`
        : 'the same as one after the other'
  return `${answer.plans.length} heats for ${money(answer.cost)}: ${against}.`
})
function keep(): void {
  const heats = shareStock(planned.value, joint.value!.plans, yard.lots, now())
  const edits = heats.map((heat): Edit => ({ collection: 'heats', id: heat.id, after: heat }))
  if (yard.commit('Share the pile between the heats', edits))
    announce('Each heat now keeps to its share of the pile. Undo takes it back.')
}
</script>

<template>
  <section>
    <h1 class="text-sm text-soft">Heats planned together</h1>
    <template v-if="ready.length < 2">
      <p class="mb-3 text-xl font-bold">
        {{
          open.length > 1
            ? 'Two open heats need an alloy and a tap mass first.'
            : 'Two open heats are needed.'
        }}
      </p>
      <p class="mb-3 max-w-2xl text-soft">
        With several heats open, this page divides one pile between them so that all of them together cost
        least and no lot is promised twice.
      </p>
      <div class="flex flex-wrap gap-3">
        <NuxtLink v-for="heat in open" :key="heat.id" :to="`/heat/${heat.number}/target`" class="btn">
          {{ heatStamp(heat.number) }}: its target
        </NuxtLink>
        <button class="btn btn-next" @click="startHeat()">Start a heat</button>
      </div>
    </template>
    <template v-else>
      <p
        class="mb-2 text-xl leading-snug font-bold sm:text-2xl"
        aria-live="polite"
        data-testid="joint-answer"
      >
        {{ headline }}
      </p>
      <p
        v-if="joint && !margin && joint.status !== 'infeasible'"
        class="mb-3 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2"
      >
        With the margins asked for they do not fit together; this plan keeps the limits by the book figures.
      </p>
      <p v-if="fault" role="alert" class="text-oxide">It could not be worked out: {{ fault }}</p>
      <fieldset class="mb-4 flex flex-wrap gap-x-6 gap-y-1">
        <legend class="label">Heats</legend>
        <label v-for="heat in ready" :key="heat.id" class="flex items-center gap-2">
          <input
            type="checkbox"
            class="size-5 accent-(--ember)"
            :checked="!left.has(heat.id)"
            @change="left.has(heat.id) ? left.delete(heat.id) : left.add(heat.id)"
          />
          <span>{{ heatStamp(heat.number) }} {{ heat.title || heat.alloy?.name }}</span>
        </label>
      </fieldset>
      <div
        v-if="joint && joint.plans.length"
        class="slab relative overflow-x-auto p-3"
        tabindex="0"
        role="region"
        aria-label="The pile divided"
      >
        <table class="w-full text-left">
          <thead>
            <tr class="text-sm text-soft">
              <th scope="col" class="pr-3">Lot</th>
              <th v-for="heat in planned" :key="heat.id" scope="col" class="pr-3 text-right">
                <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">{{
                  heatStamp(heat.number)
                }}</NuxtLink>
                <span class="block font-normal">{{ heat.alloy?.name }}</span>
              </th>
              <th scope="col" class="text-right">Of what is there</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in table" :key="row.id" class="border-t border-line">
              <th scope="row" class="py-1 pr-3 text-left">{{ lotName(row.id) }}</th>
              <td
                v-for="(massG, index) in row.masses"
                :key="index"
                class="py-1 pr-3 text-right whitespace-nowrap"
              >
                {{ massG > 0 ? grams(massG, 0.1) : '–' }}
              </td>
              <td
                class="py-1 text-right whitespace-nowrap"
                :class="row.totalG > row.thereG * 0.999 ? 'font-bold' : 'text-soft'"
              >
                {{ grams(row.totalG) }} / {{ grams(row.thereG) }}
              </td>
            </tr>
            <tr class="border-t-2 border-ink font-bold">
              <th scope="row" class="py-1 text-left">To tap</th>
              <td
                v-for="(plan, index) in joint.plans"
                :key="index"
                class="py-1 pr-3 text-right whitespace-nowrap"
              >
                {{ grams(plan.tapMassG) }}<span class="block font-normal">{{ money(plan.cost) }}</span>
              </td>
              <td class="py-1 text-right align-top">{{ money(joint.cost) }}</td>
            </tr>
          </tbody>
        </table>
        <button class="btn btn-next mt-3" @click="keep">Keep each heat to its share</button>
      </div>
    </template>
  </section>
</template>
