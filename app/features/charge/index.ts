export { useCharge } from './useCharge'
