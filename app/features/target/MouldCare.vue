<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { byId } from '#core/lists'
import {
  COOL_DOWN_SOURCE,
  coolDownMin,
  MOULD_CARE_SOURCE,
  mouldHeat,
  MOULDS,
  PARTING,
  SECTION_SOURCE,
  type MouldId,
} from '#core/casting'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'

/** What a mould is made of, and how it is made ready, poured and left. */
const props = defineProps<{
  mould: MouldId
  /** symbol of the metal; null where none is chosen */
  metal: string | null
  /** volume over surface of the piece that freezes last, mm; null where it is not known */
  modulusMm: number | null
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
  const own = props.modulusMm ? coolDownMin(props.modulusMm, props.mould) : null
  return own
    ? t('target.minutes-range', { fromMinutes: own.fromMin, toMinutes: own.toMin })
    : t('target.minutes-by-shape', {
        fromMinutes: small.fromMin,
        toMinutes: small.toMin,
        blockyMinutes: blocky.fromMin,
      })
})
const rules = computed(() => [
  [t('target.ready-term'), told(facts.value.ready)],
  [
    t('target.heat-term'),
    heat.value
      ? t('target.mould-temperature', {
          fromTemperature: degrees(heat.value.fromC),
          toTemperature: degrees(heat.value.toC),
        })
      : sand.value
        ? t('target.mould-not-heated')
        : t('target.mould-depends'),
  ],
  [
    t('target.pour'),
    facts.value.pourAt === 'cool end' ? t('target.pour-cool-end') : t('target.pour-in-window'),
  ],
  [t('target.leave-term'), t('target.leave-time', { time: left.value })],
  [t('target.caution-term'), told(facts.value.mind)],
  ...(sand.value
    ? [
        [t('target.draft'), t('target.draft-hint')],
        [t('target.vents'), t('target.vents-hint', { distance: mm(12) })],
        [t('target.sections'), t('target.sections-hint', { thickness: mm(6) })],
      ]
    : []),
  [t('target.level'), t('target.level-hint')],
])
const sources = computed(() =>
  [MOULD_CARE_SOURCE, ...(sand.value ? [SECTION_SOURCE, COOL_DOWN_SOURCE, PARTING.source] : [])].join('. '),
)
</script>

<template>
  <section :aria-label="t('target.mould')">
    <h2 class="chalk mb-2">{{ t('target.the-mould') }}</h2>
    <label class="mb-2 block max-w-xs"
      ><span class="label">{{ t('target.made-of') }}</span>
      <select
        class="field"
        :value="mould"
        :disabled="locked"
        @change="emit('choose', ($event.target as HTMLSelectElement).value as MouldId)"
      >
        <option v-for="one in MOULDS" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
      </select></label
    >
    <dl data-testid="mould-care">
      <div v-for="[name, words] in rules" :key="name" class="flex gap-3 border-t border-line py-1">
        <dt class="w-20 shrink-0 font-bold">{{ name }}</dt>
        <dd>{{ words }}</dd>
      </div>
    </dl>
    <template v-if="sand">
      <h3 class="label mt-3 mb-1">{{ t('target.parting') }}</h3>
      <ul class="text-sm">
        <li v-for="one in PARTING.items" :key="one.name" class="border-t border-line py-1">
          <b>{{ told(one.name) }}</b>: {{ told(one.use) }}
        </li>
      </ul>
    </template>
    <p class="mt-2"><SourceMark :source="sources" /></p>
  </section>
</template>
