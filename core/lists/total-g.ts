/**
 * What things weigh together.
 * @returns g; 0 for none
 * @example totalG([{ massG: 380 }, { massG: 95.5 }]) // 475.5
 */
export const totalG = (things: readonly { massG: number }[]): number =>
  things.reduce((sum, { massG }) => sum + massG, 0)
