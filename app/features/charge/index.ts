export { useCharge } from './useCharge'
export { useChargeRows } from './useChargeRows'
export { useChargeSums } from './useChargeSums'
export { usePlanChecks } from './usePlanChecks'
