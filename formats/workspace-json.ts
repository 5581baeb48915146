import {
  knownWorkspace,
  migrateWorkspace,
  REVISION,
  revisionOf,
  workspaceSchema,
  type Newer,
  type Workspace,
} from '#core/workspace'

export type WorkspaceFault =
  | { kind: 'not-json'; detail: string }
  | { kind: 'not-a-workspace' }
  | { kind: 'newer'; known: Newer }
  | { kind: 'too-large' }
  | { kind: 'invalid'; issues: { path: PropertyKey[]; message: string }[] }

/**
 * A workspace as a file: keys in alphabetical order under the format line, so that the same yard always gives
 * the same bytes.
 */
export function writeWorkspace({ format, version, revision, ...collections }: Workspace): string {
  return JSON.stringify({ format, version, revision, ...(sortKeys(collections) as object) }, null, 1) + '\n'
}

/** Longest text of a yard that is read, UTF-16 units: some 30 000 heats. */
export const YARD_TEXT_MOST = 150 * 2 ** 20

/**
 * Reads a workspace file, bringing one of an earlier revision up to today's.
 * @param text file content
 * @returns the workspace, or what is wrong with the file; of a newer app's file, what can be shown of it
 */
export function readWorkspace(
  text: string,
): { ok: true; workspace: Workspace } | { ok: false; fault: WorkspaceFault } {
  if (text.length > YARD_TEXT_MOST) return { ok: false, fault: { kind: 'too-large' } }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return { ok: false, fault: { kind: 'not-json', detail: String((error as Error).message) } }
  }
  const head = value as { format?: unknown; version?: unknown } | null
  if (typeof head !== 'object' || head === null || head.format !== 'hephaestal/workspace')
    return { ok: false, fault: { kind: 'not-a-workspace' } }
  if ((typeof head.version === 'number' && head.version > 1) || revisionOf(head) > REVISION)
    return { ok: false, fault: { kind: 'newer', known: knownWorkspace(value as Record<string, unknown>) } }
  const parsed = workspaceSchema.safeParse(migrateWorkspace(value))
  if (!parsed.success)
    return {
      ok: false,
      fault: {
        kind: 'invalid',
        issues: parsed.error.issues.map(({ path, message }) => ({ path, message })),
      },
    }
  return { ok: true, workspace: parsed.data }
}

function sortKeys(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sortKeys)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sortKeys(inner)]),
  )
}
