<script setup lang="ts">
import { t } from '~/words'
import { useReferenceTables } from './useReferenceTables'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
import ReferenceTable from './ReferenceTable.vue'
/** What the trade looks up, in this yard's units, each with its source. */
const tables = useReferenceTables()
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.tables') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">
      {{ t('handbook.tables-hint') }}
    </p>
    <ReferenceTable :table="tables.alloys" class="mb-5" />
    <div class="gap-x-5 lg:columns-2">
      <ReferenceTable
        v-for="table in tables.others"
        :key="table.id"
        :table="table"
        class="mb-5 break-inside-avoid"
      />
    </div>
  </section>
</template>
