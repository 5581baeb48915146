export { learnEfficiency, type BurntHeat } from './furnace-efficiency'
