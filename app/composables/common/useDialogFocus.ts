/** What somebody writes or chooses in, on its own. */
const FIELDS = ['input:not([type=hidden])', 'textarea', 'select', '[contenteditable=true]']
  .map(each => `${each}:not([disabled])`)
  .join()

/**
 * Whoever opens a dialog finds the focus in its first field, or on its heading, and back at what opened it once it is
 * closed. What is no longer there when it closes gives the focus to the heading of the page.
 */
export function useDialogFocus(isOpen: () => boolean, card: Readonly<Ref<HTMLElement | null>>): void {
  let opener: Element | null = null

  async function enter(): Promise<void> {
    opener = document.activeElement
    await nextTick()
    requestAnimationFrame(() => {
      const inside = card.value
      // What asks for the focus by itself (`v-focus`) has it already.
      if (!inside || inside.querySelector(`:is(${FIELDS}):focus`)) return
      const heading = inside.querySelector<HTMLElement>('[data-heading]')
      ;(firstField(inside) ?? heading)?.focus({ preventScroll: true })
    })
  }

  function giveBack(): void {
    const focused = document.activeElement
    // Whatever took the focus since keeps it.
    if (focused && focused !== document.body && !card.value?.contains(focused)) return
    standInFor(opener)?.focus({ preventScroll: true })
  }

  // One that is not open yet has taken nothing that it could give back.
  if (isOpen()) void enter()
  watch(isOpen, open => (open ? void enter() : giveBack()))
  onBeforeUnmount(() => isOpen() && giveBack())
}

const isSeen = (element: HTMLElement): boolean => element.checkVisibility({ visibilityProperty: true })

function firstField(inside: HTMLElement): HTMLElement | undefined {
  return [...inside.querySelectorAll<HTMLElement>(FIELDS)].find(isSeen)
}

/** What opened it; of an entry of a menu, which goes with its menu, what opened that. */
function standInFor(opener: Element | null): HTMLElement | null {
  const menu = opener?.closest('.v-overlay__content')?.id
  const named = menu ? document.querySelector<HTMLElement>(`[aria-controls="${menu}"], [aria-owns="${menu}"]`) : null
  const first = named ?? (opener as HTMLElement | null)
  return first?.isConnected && first !== document.body && isSeen(first)
    ? first
    : document.querySelector<HTMLElement>('main h1')
}
