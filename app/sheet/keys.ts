/** Whose a key is: that of the field that has the focus, or the page's. */

const WRITING =
  'input:not([type]), input[type=text], input[type=search], input[type=email], input[type=password], textarea, [contenteditable=""], [contenteditable=true]'
const PICKING =
  'select, input[type=range], [role=slider], [role=radiogroup], [role=tablist], [role=menu], [role=listbox], .v-menu'

/** Number fields in which something was typed that does not count yet. */
const typed = new WeakSet<EventTarget>()

const TOUCHED = 'button, a, summary, [role=radio], [role=menuitem], [role=option]'
/** What was touched last with a pointer: it keeps the focus, but whoever presses a key then means the page. */
let touched: Element | null = null
/** Whether it has the focus by a pointer: keys are meant for the page. */
export const wasTouched = (element: Element | null) => element !== null && element === touched

/**
 * Remembers what is being typed in number fields, and what was touched rather than gone to by keys. Returns how to
 * stop.
 */
export function watchTyping(): () => void {
  const note = ({ target }: Event) => {
    if (target instanceof HTMLInputElement && target.type === 'number') typed.add(target)
  }
  const forget = ({ target }: Event) => {
    if (target) typed.delete(target)
  }
  const touch = ({ target }: Event) => {
    touched = target instanceof Element ? target.closest(TOUCHED) : null
  }
  const leave = ({ key }: KeyboardEvent) => {
    if (key === 'Tab') touched = null
  }
  document.addEventListener('pointerdown', touch, true)
  document.addEventListener('keydown', leave, true)
  document.addEventListener('input', note)
  for (const kind of ['change', 'blur']) document.addEventListener(kind, forget, true)
  return () => {
    document.removeEventListener('pointerdown', touch, true)
    document.removeEventListener('keydown', leave, true)
    document.removeEventListener('input', note)
    for (const kind of ['change', 'blur']) document.removeEventListener(kind, forget, true)
  }
}

/** Whether a card that asks for something lies over the page: nothing behind it hears keys. */
const isAsked = () => document.querySelector('.v-overlay--active > .v-overlay__scrim') !== null

/**
 * Whether a key goes to the field that has the focus. Where words are written, all do; in a number field those that
 * write it, and undo only while it is being typed; on ticks and sliders those that change them.
 */
export function isForField(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement
  if (isAsked()) return true
  if (typeof target.closest !== 'function') return false
  if (target.closest(WRITING)) return true
  const { key } = event
  // A card that is open over the page is closed first.
  if (key === 'Escape' && target.closest('.v-overlay__content')) return true
  const isCommand = event.ctrlKey || event.metaKey
  if (target instanceof HTMLInputElement && target.type === 'number') {
    if (isCommand) return typed.has(target) || key.toLowerCase() !== 'z'
    return key.length === 1 ? /[\d.,+-]/.test(key) : key !== 'Escape' && (key !== 'Enter' || typed.has(target))
  }
  if (isCommand) return false
  const own = target.closest(`${TOUCHED}, select`)
  if (/^(Arrow|Home|End|Page)/.test(key)) return target.closest(PICKING) !== null && !wasTouched(own)
  if (key === ' ' && target.closest('input, select, label, [role=checkbox]')) return true
  if (key !== ' ' && key !== 'Enter') return false
  return own !== null && !wasTouched(own)
}
