<script setup lang="ts">
import type { AdjustedFigure } from '#core/balance'
import { computed } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useReconciliation } from './useReconciliation'
import { useUnits } from '~/shared/units/useUnits'
import { elementName } from '~/shared/units/elements'
import { percent } from '~/shared/units/figures'

/** All weights and measurements of the heat adjusted together, and the figure that is likeliest wrong. */
const { heat } = useHeat()
const { result, fault } = useReconciliation()
const { grams } = useUnits()
const shown = (figure: AdjustedFigure, value: number) => {
  if (figure.what === 'share' || figure.what === 'melt') return `${percent(value)} %`
  if (figure.what === 'yield') return value.toFixed(3)
  return grams(value, 0.1)
}
const nameOf = (figure: AdjustedFigure) =>
  [
    figure.name,
    figure.element ? elementName(figure.element).toLowerCase() : '',
    figure.what === 'yield' ? 'yield' : '',
  ]
    .filter(Boolean)
    .join(', ')
const moved = computed(() =>
  (result.value?.figures ?? [])
    .map((figure) => ({ figure, steps: (figure.after - figure.before) / figure.sd }))
    .filter(({ steps }) => Math.abs(steps) > 0.2)
    .sort((a, b) => Math.abs(b.steps) - Math.abs(a.steps))
    .slice(0, 12),
)
const accusation = ({ figure, offBy }: { figure: AdjustedFigure; offBy: number }) =>
  `${nameOf(figure)}: ${shown(figure, Math.abs(offBy))} too ${offBy > 0 ? 'low' : 'high'}`
</script>

<template>
  <section v-if="heat && (result || fault)" class="slab p-4" aria-label="Everything put together">
    <h2 class="chalk mb-1">Everything put together</h2>
    <p v-if="fault" class="text-soft">{{ fault }}</p>
    <template v-if="result">
      <p data-testid="reconciled">
        <template v-if="result.chance >= 0.05">Weights and assay agree: no misfit beyond chance.</template>
        <template v-else
          ><b class="text-oxide">Weights and assay do not agree</b> (a misfit like this comes by chance
          {{
            result.chance < 0.001
              ? 'less than once in a thousand'
              : `${(100 * result.chance).toFixed(1)} times in a hundred`
          }}).
          <template v-if="result.suspects.length"
            >Likeliest mistake, each by itself:
            <b>{{ result.suspects.map(accusation).join('; or ') }}</b>.</template
          ></template
        >
      </p>
      <details class="mt-2 text-sm">
        <summary>What was adjusted, and by how much</summary>
        <table class="mt-1 w-full">
          <thead class="text-soft">
            <tr>
              <th scope="col" class="text-left">Figure</th>
              <th scope="col" class="text-right">Written down</th>
              <th scope="col" class="text-right">Adjusted</th>
              <th scope="col" class="text-right">Spreads</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ figure, steps } in moved"
              :key="`${figure.what}${figure.name}${figure.element}`"
              class="border-t border-line"
            >
              <th scope="row" class="text-left font-normal">{{ nameOf(figure) }}</th>
              <td class="text-right">{{ shown(figure, figure.before) }}</td>
              <td class="text-right">{{ shown(figure, figure.after) }}</td>
              <td class="text-right">{{ steps.toFixed(1) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="mt-1 text-xs text-soft">
          Weighted least squares: every figure moves by as little as its spread allows until mass and each
          measured element balance. χ² = {{ result.chiSquare.toFixed(2) }} with {{ result.degrees }} balances.
        </p>
      </details>
    </template>
  </section>
</template>
