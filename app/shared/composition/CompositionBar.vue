<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { unidentifiedPct } from '#core/composition'
import { elementName } from '~/shared/units/elements'
import { computed } from 'vue'
import { percent } from '~/shared/units/figures'

/**
 * What a metal is, majors and traces both legible: a bar, to scale, for everything from 1 %, and hallmarks
 * for the rest: three punches a symbol, filled for tenths, hundredths and thousandths of a percent.
 */
const props = withDefaults(
  defineProps<{
    composition: Record<string, number>
    values?: boolean
    /** one of many in a list: what is under a tenth of a percent is counted, not spelled out */
    short?: boolean
    label?: string
  }>(),
  { values: true, label: t('shared.composition') },
)
const LEAST_SHORT = 0.1
const LEAST_TRACE = 0.001
const entries = computed(() => {
  const named = Object.entries(props.composition).filter(([symbol]) => symbol !== '?')
  const unknown = props.composition['?'] ?? unidentifiedPct(Object.fromEntries(named))
  const sorted = named.filter(([, pct]) => pct >= LEAST_TRACE).sort((a, b) => b[1] - a[1])
  if (unknown >= 0.05) sorted.push(['?', unknown])
  return sorted.map(([symbol, pct]) => ({ symbol, pct }))
})
const majors = computed(() => entries.value.filter(({ pct }) => pct >= 1))
const traces = computed(() => entries.value.filter(({ pct }) => pct < 1))
const told = computed(() =>
  props.short ? traces.value.filter(({ pct }) => pct >= LEAST_SHORT) : traces.value,
)
const untold = computed(() => traces.value.length - told.value.length)
const punches = (pct: number) => (pct >= 0.1 ? 3 : pct >= 0.01 ? 2 : 1)
const spoken = computed(
  () =>
    `${props.label}: ` +
    entries.value.map(({ symbol, pct }) => `${elementName(symbol)} ${percent(pct)} %`).join(', '),
)
</script>

<template>
  <div role="img" :aria-label="spoken" class="comp">
    <div class="bar">
      <span
        v-for="{ symbol, pct } in majors"
        :key="symbol"
        class="seg"
        :class="`el-${symbol === '?' ? 'unknown' : symbol}`"
        :style="{ width: `${pct}%` }"
        ><b v-if="pct >= 9">{{ symbol }}</b></span
      >
    </div>
    <div v-if="values" class="figures" aria-hidden="true">
      <span v-for="{ symbol, pct } in majors" :key="symbol"><b>{{ symbol }}</b> {{ percent(pct) }}</span>
      <span v-for="{ symbol, pct } in told" :key="symbol" class="hallmark">
        <b>{{ symbol }}</b>
        <i :class="`punch-${punches(pct)}`" />
        {{ percent(pct) }}
      </span>
      <span v-if="untold" class="hallmark">{{
        t('shared.small-shares', { count: untold, limit: fixed(LEAST_SHORT, 1) })
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  height: 1.35rem;
  border: 1px solid var(--soft);
  background: var(--well);
  overflow: hidden;
}
.seg {
  display: grid;
  place-items: center;
  color: #1c140c;
  font-size: 0.8rem;
  line-height: 1;
  border-right: 1px solid #231b14;
  min-width: 2px;
}
.seg:last-child {
  border-right: 0;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.7rem;
  margin-top: 0.2rem;
  font-size: var(--text-xs);
  line-height: 1.35;
}
/* Symbols and figures only: nothing here can turn what follows around, and the browser lays it out faster so. */
.comp :is(span, b) {
  unicode-bidi: normal;
}
.hallmark {
  display: inline-flex;
  align-items: center;
  gap: 0.14rem;
  color: var(--soft);
}
/* Three punches in one mark: a page of bins has hundreds of them. */
.hallmark i {
  --filled: radial-gradient(circle closest-side, var(--soft) 88%, transparent);
  --open: radial-gradient(circle closest-side, transparent 46%, var(--soft) 54% 88%, transparent);
  width: 1.48rem;
  height: 0.44rem;
  background:
    var(--filled) 0 0 / 0.44rem 100% no-repeat,
    var(--second, var(--open)) 0.52rem 0 / 0.44rem 100% no-repeat,
    var(--third, var(--open)) 1.04rem 0 / 0.44rem 100% no-repeat;
}
.hallmark i.punch-2 {
  --second: var(--filled);
}
.hallmark i.punch-3 {
  --second: var(--filled);
  --third: var(--filled);
}
/* Tone and grain together, so that an element is known without its colour. */
.el-Cu {
  background: #cf7f4f;
}
.el-Sn {
  background: repeating-linear-gradient(90deg, #d9d8d2 0 4px, #bdbcb5 4px 5px);
}
.el-Zn {
  background: repeating-linear-gradient(45deg, #a9bcc8 0 4px, #8ea4b2 4px 6px);
}
.el-Pb {
  background: radial-gradient(circle, #6d7883 1px, transparent 1.4px) 0 0 / 5px 5px #98a3ac;
}
.el-Al {
  background: repeating-linear-gradient(0deg, #e6e6e2 0 4px, #cfd0cb 4px 5px);
}
.el-Si {
  background: repeating-linear-gradient(-45deg, #b3a6cf 0 3px, #9688b8 3px 6px);
}
.el-Fe {
  background: repeating-linear-gradient(90deg, #b5917f 0 2px, #a17c69 2px 4px);
}
.el-Mg {
  background: repeating-linear-gradient(-45deg, #cfdcae 0 4px, #b4c58a 4px 6px);
}
.el-P {
  background: repeating-linear-gradient(45deg, #e0a3a0 0 3px, #cd8784 3px 5px);
}
.el-Sb {
  background: repeating-linear-gradient(0deg, #b9a98f 0 2px, #a08f74 2px 4px);
}
.el-Mn {
  background: #c8a9b4;
}
.el-Ni {
  background: #b9c4b2;
}
.el-unknown {
  background: repeating-linear-gradient(45deg, var(--well) 0 5px, var(--line) 5px 6px);
}
.seg:not(
  [class*='el-C'],
  [class*='el-S'],
  [class*='el-Z'],
  [class*='el-P'],
  [class*='el-A'],
  [class*='el-F'],
  [class*='el-M'],
  [class*='el-N'],
  [class*='el-u']
) {
  background: #bfb39d;
}
</style>
