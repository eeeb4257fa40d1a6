/** What waits for the teacher on a Wall, in words; empty: nothing does. */
export function wallWaits({ works, words }: { readonly works: number; readonly words: number }): string {
  const parts = [
    ...(works ? [works === 1 ? 'one work' : `${works} works`] : []),
    ...(words ? [words === 1 ? 'kind words' : `kind words at ${words} places`] : []),
  ]
  if (parts.length === 0) return ''
  return `${parts.join(' and ')} ${works === 1 && !words ? 'waits' : 'wait'} for you on the Wall`
}
