import FirstPile from './FirstPile.vue'

export { FirstPile }
