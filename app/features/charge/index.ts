import { defineAsyncComponent } from 'vue'

export const PlanMark = defineAsyncComponent(() => import('./PlanMark.vue'))
export { useChargeSums } from './useChargeSums'
export { usePlanChecks } from './usePlanChecks'
export { useProblemFile } from './useProblemFile'
export { usePlan, type Plan } from './usePlan'
