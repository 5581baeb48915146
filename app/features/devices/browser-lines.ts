import { simulatedLine } from '#core/devices'
import type { LineSource } from './line-source'

const EVERY_MS = 500

/** Lines of a pretended instrument that runs in this browser: no network needed. */
export const browserLines: LineSource = async (query, { line }) => {
  const began = Date.now()
  const timer = setInterval(
    () => line(simulatedLine(query, (Date.now() - began) / 1000, Math.random)),
    EVERY_MS,
  )
  return () => clearInterval(timer)
}
