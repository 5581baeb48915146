import { folder } from '../folder'

/** What American English writes another way; all else is plain English. */
export default folder(import.meta.glob(['./*.json', '!./texts.json'], { eager: true, import: 'default' }))

export { default as texts } from './texts.json'
