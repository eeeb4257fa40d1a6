/** Something that can be done about a notice with one touch. */
export interface NoticeAction {
  readonly label: string
  readonly run: () => unknown
}

export interface PageNotice {
  readonly id: number
  readonly tone: 'plain' | 'attention'
  readonly message: string
  readonly fix: string
  readonly actions: readonly NoticeAction[]
}

/** How long a plain notice stays, ms. One that asks for something stays until it is closed. */
const PLAIN_MS = 5000

const notices = shallowRef<readonly PageNotice[]>([])
let next = 0

/** Short words to the person, at the top of the page. */
export function useNotices() {
  function dismiss(id: number): void {
    notices.value = notices.value.filter(each => each.id !== id)
  }

  /** Returns its number, to take it away by. */
  function say(
    message: string,
    fix = '',
    tone: PageNotice['tone'] = 'plain',
    actions: readonly NoticeAction[] = [],
  ): number {
    const same = notices.value.find(each => each.message === message && each.fix === fix)
    if (same) return same.id
    const id = next++
    notices.value = [...notices.value.slice(-2), { id, tone, message, fix, actions }]
    if (tone === 'plain') setTimeout(() => dismiss(id), PLAIN_MS)
    return id
  }

  return { notices: readonly(notices), say, dismiss }
}
