import { folder } from '../folder'

export default folder(import.meta.glob(['./*.json', '!./texts.json'], { eager: true, import: 'default' }))

export { default as texts } from './texts.json'

/** Names keep their large letter within a sentence. */
export const nounsAreCapital = true
