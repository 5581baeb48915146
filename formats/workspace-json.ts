import * as z from 'zod'
import {
  inOrder,
  knownWorkspace,
  migrateWorkspace,
  parseWorkspace,
  REVISION,
  revisionOf,
  workspaceSchema,
  type Newer,
  type Workspace,
  type WorkspaceIssue,
} from '#core/workspace'
import { recordChecks, salvageText, salvageValue, type Salvage } from './salvage'
import { sealed, sealingOf } from './seal'

export type WorkspaceFault =
  | { kind: 'not-json'; detail: string }
  | { kind: 'not-a-workspace' }
  | { kind: 'newer'; known: Newer }
  | { kind: 'too-large' }
  | { kind: 'too-deep' }
  /** not as it was saved: what of it is whole, and what can be read */
  | { kind: 'damaged'; salvage: Salvage }
  /** its first faults, and whether more may follow */
  | { kind: 'invalid'; issues: WorkspaceIssue[]; more: boolean }

/**
 * A workspace as a file: keys in alphabetical order under the format line, so that the same yard always gives
 * the same bytes.
 */
export function writeWorkspace({ format, version, revision, ...collections }: Workspace): string {
  return JSON.stringify({ format, version, revision, ...inOrder(collections) }, null, 1) + '\n'
}

/**
 * A workspace as a file that vouches for itself: the same, then a checksum of every record, then a hash of all before
 * it. A file of which a single bit is not as it was saved does not pass.
 */
export function sealWorkspace({ format, version, revision, ...collections }: Workspace): string {
  const sorted = inOrder(collections)
  return sealed({ format, version, revision, ...sorted, checks: recordChecks(sorted) })
}

/** What a file of a workspace may hold beside it. */
export const workspaceFileSchema = workspaceSchema.safeExtend({
  checks: z
    .record(z.string(), z.number().int().min(0))
    .optional()
    .describe('CRC-32 of each record as compact JSON'),
  sha256: z.string().optional().describe('SHA-256 of all before it, as UTF-8; always the last key'),
})

/** Deeper than this no yard's file is nested. */
const DEEPEST = 40

/** Longest text of a yard that is read, UTF-16 units: some 30 000 heats. */
export const YARD_TEXT_MOST = 150 * 2 ** 20

/**
 * Reads a workspace file, bringing one of an earlier revision up to today's.
 * @param text file content
 * @returns the workspace, or what is wrong with the file; of a newer app's file, what can be shown of it
 */
export function readWorkspace(
  text: string,
): { ok: true; workspace: Workspace; sealed: boolean } | { ok: false; fault: WorkspaceFault } {
  if (text.length > YARD_TEXT_MOST) return { ok: false, fault: { kind: 'too-large' } }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    const salvage = salvageText(text)
    if (salvage) return { ok: false, fault: { kind: 'damaged', salvage } }
    return { ok: false, fault: { kind: 'not-json', detail: String((error as Error).message) } }
  }
  if (deeperThan(value, DEEPEST)) return { ok: false, fault: { kind: 'too-deep' } }
  const head = value as { format?: unknown; version?: unknown } | null
  if (typeof head !== 'object' || head === null || head.format !== 'hephaestal/workspace')
    return { ok: false, fault: { kind: 'not-a-workspace' } }
  const sealing = sealingOf(text, value)
  // Checksums without a seal: it is the seal that was lost.
  if (sealing === 'changed' || (sealing === 'unsealed' && 'checks' in head))
    return { ok: false, fault: { kind: 'damaged', salvage: salvageValue(value as Record<string, unknown>) } }
  if ((typeof head.version === 'number' && head.version > 1) || revisionOf(head) > REVISION)
    return { ok: false, fault: { kind: 'newer', known: knownWorkspace(value as Record<string, unknown>) } }
  const { checks: _checks, sha256: _seal, ...plain } = value as Record<string, unknown>
  const read = parseWorkspace(migrateWorkspace(sealing === 'whole' ? plain : value))
  if (!read.ok) return { ok: false, fault: { kind: 'invalid', issues: read.issues, more: read.more } }
  return { ok: true, workspace: read.workspace, sealed: sealing === 'whole' }
}

/** Whether a value is nested deeper than so many levels; looked at level by level, whatever its depth. */
function deeperThan(value: unknown, most: number): boolean {
  let level = [value]
  for (let depth = 0; depth <= most; depth++) {
    level = level.flatMap((one) =>
      typeof one === 'object' && one !== null ? Object.values(one as object) : [],
    )
    if (level.length === 0) return false
  }
  return true
}
