<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
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
  if (figure.what === 'yield') return fixed(value, 3)
  return grams(value, 0.1)
}
/** What the balance itself has a place for; the rest goes by the name it was given. */
const PLACES: Readonly<Partial<Record<AdjustedFigure['what'], () => string>>> = {
  melt: () => t('pour.melt-figure'),
  loss: () => t('pour.burnt-figure'),
  fume: () => t('pour.fume-figure'),
}
const nameOf = (figure: AdjustedFigure) =>
  [
    PLACES[figure.what]?.() ?? figure.name,
    figure.element ? elementName(figure.element) : '',
    figure.what === 'yield' ? t('pour.yield-figure') : '',
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
  t(offBy > 0 ? 'pour.suspect-low' : 'pour.suspect-high', {
    figure: nameOf(figure),
    amount: shown(figure, Math.abs(offBy)),
  })
</script>

<template>
  <section v-if="heat && (result || fault)" class="slab p-4" :aria-label="t('pour.reconcile-heading')">
    <h2 class="chalk mb-1">{{ t('pour.reconcile-heading') }}</h2>
    <p v-if="fault" class="text-soft">{{ fault }}</p>
    <template v-if="result">
      <p data-testid="reconciled">
        <template v-if="result.chance >= 0.05">{{ t('pour.reconcile-agree') }}</template>
        <template v-else
          ><I18nT keypath="pour.reconcile-chance" scope="global"
            ><template #verdict><b class="text-oxide">{{ t('pour.reconcile-disagree') }}</b></template
            ><template #suspects
              ><template v-if="result.suspects.length"
                ><I18nT keypath="pour.reconcile-suspects" scope="global"
                  ><template #suspects
                    ><b>{{ result.suspects.map(accusation).join(`; ${t('small.or')} `) }}</b></template
                  ></I18nT
                ></template
              ></template
            ><template #chance>{{
              result.chance < 0.001
                ? t('pour.chance-tiny')
                : t('pour.chance-percent', { percent: fixed(100 * result.chance, 1) })
            }}</template></I18nT
          ></template
        >
      </p>
      <details class="mt-2 text-sm">
        <summary>{{ t('pour.reconcile-table-label') }}</summary>
        <table class="mt-1 w-full">
          <thead class="text-soft">
            <tr>
              <th scope="col" class="text-left">{{ t('pour.figure') }}</th>
              <th scope="col" class="text-right">{{ t('pour.recorded-column') }}</th>
              <th scope="col" class="text-right">{{ t('pour.adjusted') }}</th>
              <th scope="col" class="text-right">{{ t('pour.uncertainty-column') }}</th>
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
              <td class="text-right">{{ fixed(steps, 1) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="mt-1 text-xs text-soft">
          <TermText
            :text="
              t('pour.reconcile-method', {
                chiSquare: fixed(result.chiSquare, 2),
                balances: result.degrees,
              })
            "
          />
        </p>
      </details>
    </template>
  </section>
</template>
