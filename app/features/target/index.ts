import SplitHeat from './SplitHeat.vue'

export { SplitHeat }
