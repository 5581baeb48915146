import { wrap, type Remote } from 'comlink'
import type { StudyEngine } from '../../workers/study.worker'

let engine: Remote<StudyEngine> | null = null

/** The worker for questions that may take longer than a blink; started with the first of them. */
export function useStudy(): Remote<StudyEngine> {
  engine ??= wrap<StudyEngine>(
    new Worker(new URL('../../workers/study.worker.ts', import.meta.url), { type: 'module' }),
  )
  return engine
}
