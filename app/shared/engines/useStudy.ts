import type { StudyEngine } from '../../../workers/study.worker'
import { askedEngine, type AskedEngine } from './asked-engine'

/** The longest of these questions takes seconds; on a phone that does other things besides, perhaps a minute. */
const PATIENCE_MS = 120_000

let engine: AskedEngine<StudyEngine> | null = null

/** The engine for questions that may take longer than a blink; begun with the first of them. */
export function useStudy(): AskedEngine<StudyEngine> {
  engine ??= askedEngine<StudyEngine>(
    () => new Worker(new URL('../../../workers/study.worker.ts', import.meta.url), { type: 'module' }),
    PATIENCE_MS,
  )
  return engine
}
