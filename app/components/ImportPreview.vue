<script setup lang="ts">
import { compareWorkspaces, type AnyRecord, type Workspace } from '#core/workspace'
import type { Edit } from '~/stores/yard'

/** What a file would change, before it does: merge it in, or put it in place of the yard. One step either way. */
const props = defineProps<{ workspace: Workspace; name: string }>()
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { announce } = useNotices()
const compared = compareWorkspaces(yard.workspace, props.workspace)
const sum = (of: (one: (typeof compared)[number]) => number) =>
  compared.reduce((total, one) => total + of(one), 0)
const counts = {
  added: sum(({ added }) => added.length),
  newer: sum(({ changed }) => changed.filter(({ later }) => later === 'theirs').length),
  older: sum(({ changed }) => changed.filter(({ later }) => later === 'mine').length),
  onlyHere: sum(({ onlyHere }) => onlyHere.length),
  same: sum(({ same }) => same),
}
const nameOf = (record: AnyRecord): string =>
  'name' in record && typeof record.name === 'string'
    ? record.name
    : 'number' in record && 'title' in record
      ? `heat ${String(record.number)} ${String(record.title)}`
      : 'alloy' in record && record.alloy && 'name' in record.alloy
        ? String(record.alloy.name)
        : 'settings'
const lists = [
  { title: 'New', records: compared.flatMap(({ added }) => added) },
  {
    title: 'Changed, the file’s is later',
    records: compared.flatMap(({ changed }) =>
      changed.filter(({ later }) => later === 'theirs').map(({ theirs }) => theirs),
    ),
  },
  {
    title: 'Changed, yours is later',
    records: compared.flatMap(({ changed }) =>
      changed.filter(({ later }) => later === 'mine').map(({ mine }) => mine),
    ),
  },
  { title: 'Only in your yard', records: compared.flatMap(({ onlyHere }) => onlyHere) },
].filter(({ records }) => records.length > 0)
const MOST_NAMES = 12
function merge(): void {
  const edits = compared.flatMap(({ collection, added, changed }) => [
    ...added.map((after) => ({ collection, id: after.id, after }) as Edit),
    ...changed
      .filter(({ later, theirs }) => later === 'theirs' && collection !== 'settings' && !!theirs)
      .map(({ theirs }) => ({ collection, id: theirs.id, after: theirs }) as Edit),
  ])
  // A yard has one set of settings: its own.
  const kept = edits.filter(({ collection }) => collection !== 'settings')
  if (yard.commit(`Merge ${props.name}`, kept))
    void finish(`Merged ${props.name}: ${kept.length} records. Undo takes them out again.`)
}
function replace(): void {
  if (yard.replaceAll(`Open ${props.name}`, props.workspace))
    void finish(`Opened ${props.name}. Undo brings the former yard back.`)
}
async function finish(words: string): Promise<void> {
  announce(words)
  emit('close')
  await navigateTo('/')
}
</script>

<template>
  <SheetDialog :title="`Open ${name}`" wide @close="emit('close')">
    <p class="mb-3 text-lg" data-testid="import-counts">
      {{ counts.added }} new, {{ counts.newer }} later than yours, {{ counts.older }} older than yours,
      {{ counts.same }} the same, {{ counts.onlyHere }} only in your yard.
    </p>
    <div v-for="list in lists" :key="list.title" class="mb-2 text-sm">
      <b>{{ list.title }}:</b>
      {{
        list.records
          .slice(0, MOST_NAMES)
          .map((one) => isolated(nameOf(one)))
          .join(', ')
      }}<template v-if="list.records.length > MOST_NAMES"
        >, and {{ list.records.length - MOST_NAMES }} more</template
      >.
    </div>
    <div class="mt-4 flex flex-wrap gap-3">
      <button class="btn btn-next" @click="merge">Merge it in</button>
      <button class="btn" @click="replace">Put it in place of my yard</button>
      <button class="btn btn-quiet" @click="emit('close')">Leave all as it is</button>
    </div>
    <p class="mt-3 text-sm text-soft">
      Merging adds what is new and takes the later of what both have; nothing of yours is taken away.
    </p>
  </SheetDialog>
</template>
