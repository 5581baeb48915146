<script setup lang="ts">
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
  melt: () => t('pour.in-the-melt'),
  loss: () => t('pour.burnt-or-in-the-dross'),
  fume: () => t('pour.gone-as-fume'),
}
const nameOf = (figure: AdjustedFigure) =>
  [
    PLACES[figure.what]?.() ?? figure.name,
    figure.element ? elementName(figure.element) : '',
    figure.what === 'yield' ? t('pour.yield-2') : '',
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
  t('pour.too', {
    figure: nameOf(figure),
    figure2: shown(figure, Math.abs(offBy)),
    part: offBy > 0 ? t('small.low') : t('small.high'),
  })
</script>

<template>
  <section v-if="heat && (result || fault)" class="slab p-4" :aria-label="t('pour.everything-put-together')">
    <h2 class="chalk mb-1">{{ t('pour.everything-put-together') }}</h2>
    <p v-if="fault" class="text-soft">{{ fault }}</p>
    <template v-if="result">
      <p data-testid="reconciled">
        <template v-if="result.chance >= 0.05">{{ t('pour.weights-and-assay-agree-no-misfit') }}</template>
        <template v-else
          ><I18nT keypath="pour.a-misfit-like-this-comes-by" scope="global"
            ><template #strong
              ><b class="text-oxide">{{ t('pour.weights-and-assay-do-not-agree') }}</b></template
            ><template #part2
              ><template v-if="result.suspects.length"
                ><I18nT keypath="pour.likeliest-mistake-each-by-itself" scope="global"
                  ><template #strong
                    ><b>{{ result.suspects.map(accusation).join(`; ${t('small.or')} `) }}</b></template
                  ></I18nT
                ></template
              ></template
            ><template #part>{{
              result.chance < 0.001
                ? t('pour.less-than-once-in-a-thousand')
                : t('pour.times-in-a-hundred', { toFixed: fixed(100 * result.chance, 1) })
            }}</template></I18nT
          ></template
        >
      </p>
      <details class="mt-2 text-sm">
        <summary>{{ t('pour.what-was-adjusted-and-by-how') }}</summary>
        <table class="mt-1 w-full">
          <thead class="text-soft">
            <tr>
              <th scope="col" class="text-left">{{ t('pour.figure') }}</th>
              <th scope="col" class="text-right">{{ t('pour.written-down') }}</th>
              <th scope="col" class="text-right">{{ t('pour.adjusted') }}</th>
              <th scope="col" class="text-right">{{ t('pour.spreads') }}</th>
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
          {{
            t('pour.weighted-least-squares-every-figure-moves', {
              toFixed: fixed(result.chiSquare, 2),
              degrees: result.degrees,
            })
          }}
        </p>
      </details>
    </template>
  </section>
</template>
