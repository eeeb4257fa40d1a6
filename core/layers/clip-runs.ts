/** What of the stack's items matters here, bottom first. */
interface Clippable {
  readonly id: string
  readonly clip: boolean
}

/**
 * Items beside one another and all that is clipped to them, and what they are clipped to: put together, they look as
 * before. In the order in which they lie.
 */
export function withClipRuns(siblings: readonly Clippable[], ids: readonly string[]): string[] {
  const runOf: number[] = []
  siblings.forEach(({ clip }, i) => runOf.push(clip && i > 0 ? runOf[i - 1]! : i))
  const runs = new Set(siblings.flatMap(({ id }, i) => (ids.includes(id) ? [runOf[i]!] : [])))
  return siblings.filter((_, i) => runs.has(runOf[i]!)).map(each => each.id)
}
