export { useFaults } from './useFaults'
