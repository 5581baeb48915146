<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { heatStamp } from '#core/heat'
import { clashKey, comparing, mergeFile, type Comparison } from '#core/merge'
import type { Collection, Workspace } from '#core/workspace'
import { photosNotKept, type YardOfFile } from './useYardFile'
import { yieldToEventLoop } from '~/storage/breathe'
import { navigateTo } from '#imports'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { useParts } from '~/shared/words/useParts'
import { type Edit, useYard } from '~/storage/yard-store'
import { counted, firstFew } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import { useInGroup } from '~/shared/page/useInGroup'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** What a file would change, before it does: merge it in, or put it in place of the yard. One step either way. */
const props = defineProps<{ file: YardOfFile }>()
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { announce } = useNotices()
const { recordName, partName, said } = useParts()

/** Take also what can be read and nothing vouches for. */
const withDoubtful = ref(false)
const theirs = computed(() => (withDoubtful.value && props.file.more?.workspace) || props.file.workspace)
const compared = shallowRef<Comparison[]>([])
/** Thousands of records are compared a few at a time. */
const inGroup = useInGroup()
const comparingNow = ref(true)
async function compare(file: Workspace): Promise<Comparison[]> {
  const course = comparing(yard.workspace, file, props.file.fits)
  const breathe = yieldToEventLoop()
  for (;;) {
    const step = course.next()
    if (step.done) return step.value
    await breathe()
  }
}
watch(
  [() => yard.workspace, theirs],
  async ([, file]) => {
    comparingNow.value = true
    const found = await compare(file)
    if (file !== theirs.value) return
    compared.value = found
    comparingNow.value = false
  },
  { immediate: true },
)
const counts = computed(() => {
  const sum = (of: (one: (typeof compared.value)[number]) => number) =>
    compared.value.reduce((total, one) => total + of(one), 0)
  return {
    added: sum(({ added }) => added.length),
    newer: sum(({ changed }) => changed.filter(({ later }) => later === 'theirs').length),
    older: sum(({ changed }) => changed.filter(({ later }) => later === 'mine').length),
    onlyHere: sum(({ onlyHere }) => onlyHere.length),
    same: sum(({ same }) => same),
  }
})
const lists = computed(() =>
  [
    { title: t('backup.new'), records: compared.value.flatMap(({ added }) => added) },
    {
      title: t('backup.changed-theirs-later'),
      records: compared.value.flatMap(({ changed }) =>
        changed.filter(({ later }) => later === 'theirs').map((one) => one.theirs),
      ),
    },
    {
      title: t('backup.changed-mine-later'),
      records: compared.value.flatMap(({ changed }) =>
        changed.filter(({ later }) => later === 'mine').map(({ mine }) => mine),
      ),
    },
    { title: t('backup.only-here-heading'), records: compared.value.flatMap(({ onlyHere }) => onlyHere) },
  ].filter(({ records }) => records.length > 0),
)
const MOST_NAMES = 12
const MOST_CLASHES = 200

/** What both changed, each to something else; the later one's word stands until the person says. */
const answers = reactive(new Map<string, 'mine' | 'theirs'>())
const clashes = computed(() =>
  compared.value
    .filter(({ collection }) => collection !== 'settings')
    .flatMap(({ collection, changed }) =>
      changed.flatMap(({ mine, later, clashes: own }) =>
        own.map((clash) => ({
          ...clash,
          key: clashKey(collection, mine.id, clash),
          collection,
          name: recordName(mine),
          later,
        })),
      ),
    ),
)
const drawn = computed(() => mergeFile(yard.workspace, compared.value, answers))
const fault = ref('')

/** What was taken is on its way to the disk: nothing is announced before it is there. */
const saving = ref(false)

/**
 * Keeps the pictures, then changes the yard; where the pictures cannot be kept, nothing is changed.
 * @param change returns what to announce; null where the change was refused
 */
async function take(change: (workspace: Workspace) => string | null | Promise<string | null>): Promise<void> {
  fault.value = ''
  try {
    // Without pictures there is nothing to wait for.
    const pictures = Object.keys(props.file.photos).length > 0
    const bring = pictures ? (await import('~/storage/bring-photos')).bringPhotos : null
    const words = await change(bring ? await bring(theirs.value, props.file.photos) : theirs.value)
    if (words === null) return
    saving.value = true
    await yard.saved()
    if (!yard.saveError) announce(words)
  } catch (error) {
    fault.value = photosNotKept(props.file.name, error)
    return
  } finally {
    saving.value = false
  }
  emit('close')
  await navigateTo('/')
}
const merge = () =>
  take(async (workspace) => {
    // With pictures it names them otherwise.
    const again = workspace === theirs.value ? compared.value : await compare(workspace)
    const { edits } = mergeFile(yard.workspace, again, answers)
    const { name } = props.file
    if (
      !yard.commit(t('backup.merge-edit', { fileName: name }), edits as Edit<Collection>[], undefined, true)
    )
      return null
    return t('backup.merged', { fileName: name, edits: counted(edits.length, 'record') })
  })
const replace = () =>
  take((workspace) => {
    const { name } = props.file
    const became = yard.replaceAll(`${t('small.open')} ${name}`, workspace)
    if (became === 'refused') return null
    return became === 'same' ? t('backup.same-records', { name }) : t('backup.opened', { fileName: name })
  })
</script>

<template>
  <SheetDialog :title="t('backup.open-edit', { fileName: file.name })" wide @close="emit('close')">
    <div
      v-if="file.damage"
      role="alert"
      class="mb-3 border-l-4 border-oxide bg-well p-3"
      data-testid="file-damage"
    >
      <p>{{ file.damage }}</p>
      <label v-if="file.more" class="mt-2 flex items-center gap-2">
        <input v-model="withDoubtful" type="checkbox" class="size-6 accent-(--ember)" />
        {{ t('backup.take-unverified-option', { count: counted(file.more.count, 'record') }) }}
      </label>
    </div>
    <p v-if="comparingNow" class="late mb-3" role="status">{{ t('backup.comparing') }}</p>
    <p v-else class="mb-3 text-lg" data-testid="import-counts">
      {{
        t('backup.comparison', {
          added: counts.added,
          newer: counts.newer,
          older: counts.older,
          same: counts.same,
          onlyHere: counts.onlyHere,
        })
      }}
    </p>
    <div v-for="list in lists" :key="list.title" class="mb-2 text-sm">
      <b>{{ list.title }}:</b>
      {{ firstFew(list.records.map(recordName), MOST_NAMES) }}.
    </div>
    <p v-for="one in drawn.renumbered" :key="one.to" class="mb-2 text-sm" data-testid="renumbered">
      <I18nT keypath="backup.heat-renumbered" scope="global"
        ><template #newNumber><b>{{ heatStamp(one.to) }}</b></template
        ><template #heatNumber>{{ heatStamp(one.from) }}</template
        ><template #title>{{ isolated(one.title) }}</template></I18nT
      >
    </p>
    <section v-if="clashes.length" class="mt-3" :aria-label="t('backup.clashes-heading')">
      <h3 class="chalk mb-1">{{ t('backup.clashes-heading') }}</h3>
      <p class="mb-2 text-sm text-soft">
        {{ t('backup.clashes-hint') }}
      </p>
      <fieldset
        v-for="clash in clashes.slice(0, MOST_CLASHES)"
        :key="clash.key"
        class="mb-2 border-t border-line pt-2 text-sm"
        data-testid="merge-clash"
      >
        <legend class="float-left w-full font-semibold">
          {{ clash.name }}: {{ partName(clash.collection, clash.path) }}
        </legend>
        <label
          v-for="side in ['mine', 'theirs'] as const"
          :key="side"
          class="clear-both flex items-start gap-2 py-1"
        >
          <input
            type="radio"
            class="mt-0.5 size-5 shrink-0 accent-(--ember)"
            :name="clash.key"
            :checked="(answers.get(clash.key) ?? clash.later) === side"
            @change="answers.set(clash.key, side)"
          />
          <span class="min-w-0 wrap-anywhere whitespace-pre-wrap"
            >{{ side === 'mine' ? t('backup.yours') : t('backup.theirs') }}:
            {{ said(clash.path, clash[side]) }}</span
          >
        </label>
      </fieldset>
      <p v-if="clashes.length > MOST_CLASHES" class="text-sm">
        {{ t('backup.clashes-more', { clashes: clashes.length - MOST_CLASHES }) }}
      </p>
    </section>
    <p v-if="fault" role="alert" class="mt-3 font-semibold text-oxide">{{ fault }}</p>
    <p v-if="inGroup" class="mt-3 border-l-8 border-amber bg-amber-wash p-3" data-testid="on-all-devices">
      {{ t('backup.group-warning') }}
    </p>
    <p v-if="saving" class="late mt-3" role="status">{{ t('backup.saving') }}</p>
    <div class="mt-4 flex flex-wrap gap-3">
      <button class="btn btn-next" :disabled="comparingNow || saving" @click="merge">
        {{ t('backup.merge-button') }}
      </button>
      <button class="btn" :disabled="saving" @click="replace">
        {{ t('backup.replace-button') }}
      </button>
      <button class="btn btn-quiet" @click="emit('close')">{{ t('backup.cancel-button') }}</button>
    </div>
    <p class="mt-3 text-sm text-soft">
      {{ t('backup.merge-hint') }}
    </p>
  </SheetDialog>
</template>
