import { nextThing, type Finding } from '#core/lookfor'

/** What is said where every look-for of a step is there: what comes next, unless the teacher says when. */
export function allThereWords({
  isLast,
  isWaiting,
}: {
  readonly isLast: boolean
  readonly isWaiting: boolean
}): string {
  if (isLast) return 'All there. Hand it in when you are happy with it.'
  return isWaiting ? 'All there.' : 'All there. Go on to the next step when you like.'
}

/**
 * What a look at a step found, for those who hear it: how many of its look-fors are there, and the next thing. What is
 * `meant` to be so counts as there.
 */
export function foundWords(
  lookFors: readonly { readonly id: string; readonly title: string }[],
  found: readonly Finding[],
  meant: ReadonlySet<string>,
): string {
  const open = found.filter(each => !meant.has(each.lookFor))
  const { next } = nextThing(open)
  if (!next) return 'All there.'
  const there = found.length - open.filter(each => each.verdict !== 'met').length
  const title = lookFors.find(each => each.id === next.lookFor)?.title
  return `${there} of ${found.length} there. ${title ? `${title}: ` : ''}${next.sentence}`
}
