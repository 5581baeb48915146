import { defineAsyncComponent } from 'vue'

export const PlanMark = defineAsyncComponent(() => import('./PlanMark.vue'))
export { useChargeRows } from './useChargeRows'
export { useChargeSums } from './useChargeSums'
export { usePlanChecks } from './usePlanChecks'
export { useProblemFile } from './useProblemFile'
export { usePlan, type Plan } from './usePlan'
export { useQuestion } from './useQuestion'
export { usePutQuestion } from './usePutQuestion'
