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
