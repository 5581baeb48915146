import type { EstimateEngine } from '../../../workers/estimate.worker'
import { askedEngine, type AskedEngine } from './asked-engine'

/** A hundredth of it is usual; a phone that does other things besides may take seconds. */
const PATIENCE_MS = 30_000

let engine: AskedEngine<EstimateEngine> | null = null
/** The engine of estimates; begun with the first question. */
export function useEstimates(): AskedEngine<EstimateEngine> {
  engine ??= askedEngine<EstimateEngine>(
    () => new Worker(new URL('../../../workers/estimate.worker.ts', import.meta.url), { type: 'module' }),
    PATIENCE_MS,
  )
  return engine
}
