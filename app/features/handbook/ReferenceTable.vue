<script setup lang="ts">
import type { Reference } from './useReferenceTables'

/** A table to look things up in, its source under it. */
defineProps<{ table: Reference }>()
</script>

<template>
  <section :aria-labelledby="`table-${table.id}`" class="slab p-4" :data-testid="`table-${table.id}`">
    <h2 :id="`table-${table.id}`" class="chalk mb-2">{{ table.name }}</h2>
    <div class="overflow-x-auto" tabindex="0" role="group" :aria-label="table.name">
      <table class="w-full text-left tabular-nums">
        <thead class="text-sm text-soft">
          <tr>
            <th
              v-for="(head, at) in table.head"
              :key="head"
              scope="col"
              class="py-1 pr-4 align-bottom font-semibold last:pr-0"
              :class="at > 0 && 'text-right'"
            >
              {{ head }}
            </th>
          </tr>
        </thead>
        <tbody v-for="part in table.parts" :key="part.name">
          <tr v-if="part.name">
            <th :colspan="table.head.length" scope="colgroup" class="label pt-3 pb-1">{{ part.name }}</th>
          </tr>
          <tr v-for="row in part.rows" :key="`${row.name} ${row.note}`" class="border-t border-line">
            <th scope="row" class="py-1 pr-4 font-normal">
              <span
                v-if="row.colour"
                class="mr-2 inline-block size-4 border border-line align-[-0.15em]"
                :style="{ background: row.colour }"
                aria-hidden="true"
              />{{ row.name }}
              <span v-if="row.note" class="text-sm text-soft max-sm:block">{{ row.note }}</span>
            </th>
            <td
              v-for="(cell, at) in row.cells"
              :key="at"
              class="py-1 pr-4 text-right whitespace-nowrap last:pr-0"
            >
              {{ cell }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="mt-2 text-xs text-soft">{{ table.source }}.</p>
  </section>
</template>
