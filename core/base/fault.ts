import type { z } from 'zod'

/** Where something that came from outside is wrong, and how. */
export interface Fault {
  readonly path: readonly PropertyKey[]
  readonly message: string
}

type Issue = z.core.$ZodIssue

/**
 * The first fault of what a schema refused. Of something that may be of several kinds it is the fault of the kind that
 * it says it is, not only that it fits none of them.
 */
export function firstFault({ issues }: z.ZodError): Fault {
  let issue = issues[0] as Issue
  const path: PropertyKey[] = [...issue.path]
  while (issue.code === 'invalid_union' && issue.errors.length > 0) {
    const [closest] = [...issue.errors].sort((a, b) => kindsAmiss(a) - kindsAmiss(b) || a.length - b.length)
    issue = closest![0]!
    path.push(...issue.path)
  }
  const isNoKind = issue.code === 'invalid_union' || isKindAmiss(issue)
  return { path, message: isNoKind ? 'this is none of those that there are' : issue.message }
}

/** A fault in what says which kind a thing is. */
const isKindAmiss = (issue: Issue) => issue.code === 'invalid_value' && issue.path.length === 1
const kindsAmiss = (issues: readonly Issue[]) => issues.filter(isKindAmiss).length

/** A fault in one line: its place, if it has one, and what is wrong. */
export function faultLine(error: z.ZodError): string {
  const { path, message } = firstFault(error)
  return path.length > 0 ? `${path.join('.')}: ${message}` : message
}
