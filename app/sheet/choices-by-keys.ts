/**
 * Keys of radios and tabs that are buttons: arrows go to the next one and choose it, Home and End to the ends, and all
 * of them are one stop for Tab, at the one that is chosen. WAI-ARIA Authoring Practices Guide 1.2, patterns "Radio
 * Group" and "Tabs" (with automatic activation). Radios that are fields do so by themselves.
 */

const MEMBER = 'button:is([role=radio], [role=tab])'
const GROUP = '[role=radiogroup], [role=tablist]'
const CHOSEN = '[aria-checked=true], [aria-selected=true]'
const STEPS: Record<string, -1 | 1> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }

const membersOf = (group: Element) =>
  [...group.querySelectorAll<HTMLButtonElement>(MEMBER)].filter(each => !each.disabled)

/** Where a key leads from the member at `place` of `count`; null where it leads nowhere. */
export function placeAfter(key: string, place: number, count: number): number | null {
  if (key === 'Home') return 0
  if (key === 'End') return count - 1
  const step = STEPS[key]
  return step ? (place + step + count) % count : null
}

/** Listens for the whole document. `isPages`: a key on this member is meant for the page. Returns how to stop. */
export function watchChoices(isPages: (member: Element) => boolean): () => void {
  let isByTab = false

  function choose(event: KeyboardEvent, group: Element, member: HTMLElement): void {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isPages(member)) return
    const members = membersOf(group)
    const place = placeAfter(event.key, members.indexOf(member as HTMLButtonElement), members.length)
    if (place === null) return
    event.preventDefault()
    event.stopPropagation()
    members[place]!.focus()
    members[place]!.click()
  }

  /** Tab goes past the others: for that moment they are no stops. */
  function leave(group: Element, member: HTMLElement): void {
    const others = membersOf(group).filter(each => each !== member && !each.hasAttribute('tabindex'))
    for (const each of others) each.tabIndex = -1
    setTimeout(() => others.forEach(each => each.removeAttribute('tabindex')))
  }

  function key(event: KeyboardEvent): void {
    if (event.key === 'Tab') {
      isByTab = true
      setTimeout(() => (isByTab = false))
    }
    const member = event.target instanceof Element ? event.target.closest<HTMLElement>(MEMBER) : null
    const group = member?.closest(GROUP)
    if (!member || !group) return
    if (event.key === 'Tab') leave(group, member)
    else choose(event, group, member)
  }

  /** Whoever comes by Tab from elsewhere comes to the one that is chosen. */
  function come({ target, relatedTarget }: FocusEvent): void {
    const group = isByTab && target instanceof Element && target.matches(MEMBER) && target.closest(GROUP)
    if (!group || (relatedTarget instanceof Node && group.contains(relatedTarget))) return
    membersOf(group)
      .find(each => each.matches(CHOSEN))
      ?.focus()
  }

  document.addEventListener('keydown', key)
  document.addEventListener('focusin', come)
  return () => {
    document.removeEventListener('keydown', key)
    document.removeEventListener('focusin', come)
  }
}
