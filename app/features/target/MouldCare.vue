<script setup lang="ts">
import { byId } from '#core/lists'
import {
  COOL_DOWN_SOURCE,
  coolDownMin,
  MOULD_CARE_SOURCE,
  mouldHeat,
  MOULDS,
  PARTING,
  SECTION_SOURCE,
  sectionModulus,
  type MouldId,
} from '#core/casting'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'

/** What a mould is made of, and how it is made ready, poured and left. */
const props = defineProps<{
  mould: MouldId
  /** symbol of the metal; null where none is chosen */
  metal: string | null
  /** thickest part, mm; null where it is not known */
  thickMm: number | null
  locked: boolean
}>()
const emit = defineEmits<{ choose: [mould: MouldId] }>()
const { mm, degrees } = useUnits()
const facts = computed(() => byId(MOULDS, props.mould))
const heat = computed(() => (props.metal ? mouldHeat(props.mould, props.metal) : null))
const sand = computed(() => props.mould === 'sand' || props.mould === 'dry-sand')
const left = computed(() => {
  const small = coolDownMin(0, props.mould)
  const blocky = coolDownMin(Infinity, props.mould)
  const own = props.thickMm ? coolDownMin(sectionModulus(props.thickMm), props.mould) : null
  return own
    ? `${own.fromMin} to ${own.toMin} minutes`
    : `${small.fromMin} to ${small.toMin} minutes for small castings, ${blocky.fromMin} for blocky ones`
})
const rules = computed(() => [
  ['Ready', facts.value.ready],
  [
    'Heat it',
    heat.value
      ? `To ${degrees(heat.value.fromC)} to ${degrees(heat.value.toC)}, right through.`
      : sand.value
        ? 'No: warm sand is fine, hot sand sticks and dries out.'
        : 'As its metal wants it: choose one, and it is told here.',
  ],
  [
    'Pour',
    facts.value.pourAt === 'cool end'
      ? 'At the cool end of the window: a hot or metal mould holds the heat, or welds to it.'
      : 'Inside the window; thin sections at its hot end.',
  ],
  ['Leave it', `${left.value} before it is opened; longer indoors for the smoke.`],
  ['Mind', facts.value.mind],
  ...(sand.value
    ? [
        ['Draft', '1 to 3 degrees on every face that leaves the sand; rapping is no draft.'],
        ['Vents', `Stop about ${mm(12)} short of the pattern, or go through and show metal.`],
        ['Sections', `Under ${mm(6)} misruns in dry sand: thicken it or pour at the hot end.`],
      ]
    : []),
  ['Level', 'It stands level; sprue and riser stand highest.'],
])
</script>

<template>
  <section aria-label="Mould">
    <h2 class="chalk mb-2">The mould</h2>
    <label class="mb-2 block max-w-xs"
      ><span class="label">Made of</span>
      <select
        class="field"
        :value="mould"
        :disabled="locked"
        @change="emit('choose', ($event.target as HTMLSelectElement).value as MouldId)"
      >
        <option v-for="one in MOULDS" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <dl data-testid="mould-care">
      <div v-for="[name, words] in rules" :key="name" class="flex gap-3 border-t border-line py-1">
        <dt class="w-20 shrink-0 font-bold">{{ name }}</dt>
        <dd>{{ words }}</dd>
      </div>
    </dl>
    <template v-if="sand">
      <h3 class="label mt-3 mb-1">Parting</h3>
      <ul class="text-sm">
        <li v-for="one in PARTING.items" :key="one.name" class="border-t border-line py-1">
          <b>{{ one.name }}</b>: {{ one.use }}
        </li>
      </ul>
    </template>
    <p class="mt-2 text-xs text-soft">
      {{ MOULD_CARE_SOURCE }}. {{ sand ? `${SECTION_SOURCE}. ${COOL_DOWN_SOURCE}. ${PARTING.source}.` : '' }}
    </p>
  </section>
</template>
