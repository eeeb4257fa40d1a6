/** Whose printed sheet it is: numbers that mean something only to this place. */
export interface PaperOf {
  readonly classId: number
  readonly plan: number
  readonly learner: number
}

/** What the code of a printed sheet says: where to hand it in, and whose it is. */
export function paperLink(origin: string, { classId, plan, learner }: PaperOf): string {
  const link = new URL('/', origin)
  link.searchParams.set('paper', `${classId}.${plan}.${learner}`)
  return link.href
}

/** Null: it is the code of something else. */
export function readPaperLink(text: string): (PaperOf & { readonly origin: string }) | null {
  if (!URL.canParse(text)) return null
  const link = new URL(text)
  const found = /^(\d{1,12})\.(\d{1,12})\.(\d{1,12})$/.exec(link.searchParams.get('paper') ?? '')
  if (!found) return null
  const [classId, plan, learner] = found.slice(1).map(Number) as [number, number, number]
  return { origin: link.origin, classId, plan, learner }
}
