/** Whether a clock of a heat may sound here, and if not, the name of the device it sounds on. */
export type RingRule = (heat: number) => { here: true } | { here: false; on: string }

let rule: RingRule = () => ({ here: true })
/** By itself a device sounds its clocks; one of several goes by who is at the furnace. */
export const ringBy = (another: RingRule): void => void (rule = another)
export const ringing: RingRule = (heat) => rule(heat)
