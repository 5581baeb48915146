export { METAL_BINS } from './stock-words'
