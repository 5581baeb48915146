/** American English is English, spelled otherwise: no message and no text is written twice. */
export { spelled } from './spelling'

export default {}
