import FirstPile from './FirstPile.vue'
import MakesToday from './MakesToday.vue'

export { FirstPile, MakesToday }
