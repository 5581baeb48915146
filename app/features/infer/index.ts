export { askInference, keptOf, useInference } from './useInference'
export { answerWords } from './infer-words'
