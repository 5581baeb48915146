import type * as z from 'zod'
import { COLLECTIONS } from './collections'
import { documentSchema, recordSchemas, sharedIds, type AnyRecord, type Workspace } from './schema'

/** One fault of a workspace document and where it stands. */
export interface WorkspaceIssue {
  path: PropertyKey[]
  message: string
}

/** So many faults are named; reading stops there, so that a hostile file cannot hold up the page. */
export const MOST_ISSUES = 50

/**
 * Checks a workspace document record by record and stops at the fiftieth fault.
 * @param value parsed JSON of today's revision
 * @returns the workspace, or its first faults and whether more may follow
 * @example parseWorkspace({ format: 'something else' }).ok // false
 */
export function parseWorkspace(
  value: unknown,
): { ok: true; workspace: Workspace } | { ok: false; issues: WorkspaceIssue[]; more: boolean } {
  const shell = documentSchema.safeParse(value)
  if (!shell.success) return { ok: false, issues: named(shell.error.issues), more: false }
  const issues: WorkspaceIssue[] = []
  const collections: Record<string, AnyRecord[]> = {}
  for (const collection of COLLECTIONS) {
    const kept: AnyRecord[] = []
    for (const [index, raw] of shell.data[collection].entries()) {
      const read = recordSchemas[collection].safeParse(raw)
      if (read.success) kept.push(read.data)
      else issues.push(...named(read.error.issues, [collection, index]))
      if (issues.length >= MOST_ISSUES) return { ok: false, issues: issues.slice(0, MOST_ISSUES), more: true }
    }
    collections[collection] = kept
  }
  const workspace = { ...shell.data, ...collections } as Workspace
  if (issues.length === 0) issues.push(...sharedIds(workspace))
  if (issues.length === 0) return { ok: true, workspace }
  return { ok: false, issues: issues.slice(0, MOST_ISSUES), more: issues.length > MOST_ISSUES }
}

const named = (issues: readonly z.core.$ZodIssue[], before: PropertyKey[] = []): WorkspaceIssue[] =>
  issues.map(({ path, message }) => ({ path: [...before, ...path], message }))
