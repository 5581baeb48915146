<script setup lang="ts">
import { t } from '~/words'
import { ownPracticeSchema, type OwnPractice, type PracticeArea } from '#core/melt'
import { reactive, ref } from 'vue'
import { now, useYard } from '~/storage/yard-store'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A practice of one's own, written down or changed. */
const props = defineProps<{ area: PracticeArea; base: OwnPractice['base']; practice: OwnPractice | null }>()
const emit = defineEmits<{ close: []; kept: [area: PracticeArea, id: string] }>()
const yard = useYard()
const draft = reactive({
  name: props.practice?.name ?? '',
  how: props.practice?.how ?? '',
  why: props.practice?.why ?? '',
  sharePct: props.practice?.sharePct ?? null,
  tooMuchPct: props.practice?.tooMuchPct ?? null,
  minutes: props.practice?.minutes ?? null,
})
const faults = ref<string[]>([])
const WANTED: Readonly<Record<string, string>> = {
  name: t('melt.needs-name'),
  tooMuchPct: t('melt.harmful-dose-error'),
}
function save(): void {
  const time = now()
  const parsed = ownPracticeSchema.safeParse({
    ...draft,
    id: props.practice?.id ?? crypto.randomUUID(),
    createdAt: props.practice?.createdAt ?? time,
    updatedAt: time,
    area: props.area,
    base: props.practice?.base ?? props.base,
  })
  if (!parsed.success) {
    const fields = new Set(parsed.error.issues.map(({ path }) => String(path[0])))
    faults.value = [...fields].map((field) => WANTED[field] ?? t('melt.field-invalid', { field }))
    return
  }
  const { data } = parsed
  const label = t(props.practice ? 'melt.change-practice-edit' : 'melt.add-practice-edit', {
    practiceName: data.name,
  })
  if (!yard.commit(label, [{ collection: 'practices', id: data.id, after: data }])) return
  emit('kept', props.area, data.id)
  emit('close')
}
function remove(): void {
  if (props.practice)
    yard.commit(t('melt.delete-practice-edit', { practiceName: props.practice.name }), [
      { collection: 'practices', id: props.practice.id, after: null },
    ])
  emit('close')
}
</script>

<template>
  <SheetDialog :title="practice?.name ?? t('melt.own-practice-heading')" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="save">
      <label
        ><span class="label">{{ t('melt.name') }}</span
        ><input v-model="draft.name" class="field" maxlength="120"
      /></label>
      <label
        ><span class="label">{{ t('melt.method-label') }}</span
        ><textarea v-model="draft.how" class="field" rows="2" maxlength="1000" />
      </label>
      <label
        ><span class="label">{{ t('melt.why') }}</span
        ><textarea v-model="draft.why" class="field" rows="2" maxlength="1000" />
      </label>
      <div class="grid grid-cols-3 items-start gap-3">
        <QuantityField v-model="draft.sharePct" :label="t('melt.dose-label')" kind="percent" nullable />
        <QuantityField
          v-model="draft.tooMuchPct"
          :label="t('melt.harmful-dose-label')"
          kind="percent"
          nullable
        />
        <QuantityField
          v-model="draft.minutes"
          :label="t('melt.minutes')"
          kind="number"
          nullable
          :max="1000"
        />
      </div>
      <ul v-if="faults.length" role="alert" class="font-semibold text-oxide">
        <li v-for="fault in faults" :key="fault">{{ fault }}</li>
      </ul>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-next">{{ t('melt.save') }}</button>
        <button v-if="practice" type="button" class="btn" @click="remove">
          {{ t('melt.delete-button') }}
        </button>
      </div>
    </form>
  </SheetDialog>
</template>
