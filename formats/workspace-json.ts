import { workspaceSchema, type Workspace } from '#core/workspace'

export type WorkspaceFault =
  | { kind: 'not-json'; detail: string }
  | { kind: 'not-a-workspace' }
  | { kind: 'newer'; version: number }
  | { kind: 'invalid'; issues: { path: PropertyKey[]; message: string }[] }

/**
 * A workspace as a file: keys in alphabetical order under the format line, so that the same yard always gives
 * the same bytes.
 */
export function writeWorkspace({ format, version, ...collections }: Workspace): string {
  return JSON.stringify({ format, version, ...(sortKeys(collections) as object) }, null, 1) + '\n'
}

/**
 * Reads a workspace file.
 * @param text file content
 * @returns the workspace, or what is wrong with the file
 */
export function readWorkspace(
  text: string,
): { ok: true; workspace: Workspace } | { ok: false; fault: WorkspaceFault } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return { ok: false, fault: { kind: 'not-json', detail: String((error as Error).message) } }
  }
  const head = value as { format?: unknown; version?: unknown } | null
  if (typeof head !== 'object' || head === null || head.format !== 'hephaestal/workspace')
    return { ok: false, fault: { kind: 'not-a-workspace' } }
  if (typeof head.version === 'number' && head.version > 1)
    return { ok: false, fault: { kind: 'newer', version: head.version } }
  const parsed = workspaceSchema.safeParse(value)
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
