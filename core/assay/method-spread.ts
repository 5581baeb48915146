import type { Method } from './reading'

/**
 * Spread of a method when the instrument does not print one, one standard deviation in wt%.
 * @source common practice: OES 1 % relative; XRF 3 % relative above 1 wt%, 10 % below; density ±1 wt%;
 * anything else taken as 5 % relative (estimate)
 * @example methodSpread('xrf', 10) // 0.3
 */
export function methodSpread(method: Method, value: number): number {
  switch (method) {
    case 'oes':
      return 0.01 * value
    case 'xrf':
      return (value < 1 ? 0.1 : 0.03) * value
    case 'density':
      return 1
    case 'other':
      return 0.05 * value
  }
}
