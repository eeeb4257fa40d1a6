// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { isForField, watchTyping } from './keys'

let stop: () => void
beforeEach(() => {
  stop = watchTyping()
})
afterEach(() => {
  stop()
  document.body.innerHTML = ''
})

/** Puts the focus on what the markup holds, and asks whose a key is. */
function focused(markup: string): HTMLElement {
  document.body.innerHTML = markup
  return document.body.querySelector('[data-here]')!
}
function isField(target: Element, key: string, held: Partial<KeyboardEvent> = {}): boolean {
  const event = Object.assign(new KeyboardEvent('keydown', { key }), held)
  Object.defineProperty(event, 'target', { value: target })
  return isForField(event)
}

describe('whose a key is', () => {
  it.each([
    ['text', '<input data-here type="text">'],
    ['words', '<textarea data-here></textarea>'],
    ['no type', '<input data-here>'],
    ['rich words', '<p contenteditable="true"><b data-here>x</b></p>'],
  ])('all are those of %s', (_what, markup) => {
    const field = focused(markup)
    for (const key of ['s', '1', 'Enter', 'Escape', 'ArrowUp', ' ']) expect(isField(field, key), key).toBe(true)
    expect(isField(field, 'z', { ctrlKey: true })).toBe(true)
  })

  it('a number field takes what writes a number; letters are shortcuts', () => {
    const field = focused('<input data-here type="number" value="12">')
    for (const key of ['1', '.', '-', 'Backspace', 'ArrowUp', 'Tab']) expect(isField(field, key), key).toBe(true)
    for (const key of ['q', 'w', '?', 'Escape', 'Enter']) expect(isField(field, key), key).toBe(false)
  })

  it('undo in a number field is the number’s only while it is being typed', () => {
    const field = focused('<input data-here type="number" value="12">')
    expect(isField(field, 'z', { ctrlKey: true })).toBe(false)
    field.dispatchEvent(new Event('input', { bubbles: true }))
    expect(isField(field, 'z', { ctrlKey: true })).toBe(true)
    expect(isField(field, 'Enter')).toBe(true)
    field.dispatchEvent(new Event('change', { bubbles: true }))
    expect(isField(field, 'z', { ctrlKey: true })).toBe(false)
    expect(isField(field, 'Enter')).toBe(false)
  })

  it('a tick and a slider take the keys that change them', () => {
    const tick = focused('<label><input data-here type="checkbox"></label>')
    expect([' ', 's', 'Escape'].map(key => isField(tick, key))).toEqual([true, false, false])
    expect(isField(tick, 'z', { ctrlKey: true })).toBe(false)
    const slider = focused('<div role="slider" data-here tabindex="0"></div>')
    expect(['ArrowLeft', 'Home', 'q'].map(key => isField(slider, key))).toEqual([true, true, false])
  })

  it('a button that was gone to by keys takes Enter and space; one that was touched leaves them to the page', () => {
    const button = focused('<button data-here>Turn</button>')
    expect([isField(button, 'Enter'), isField(button, ' '), isField(button, 'q')]).toEqual([true, true, false])
    button.dispatchEvent(new Event('pointerdown', { bubbles: true }))
    expect([isField(button, 'Enter'), isField(button, ' ')]).toEqual([false, false])
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Tab' }))
    expect(isField(button, 'Enter')).toBe(true)
  })

  it('Escape closes a card that is open before the page hears it', () => {
    const inCard = focused('<div class="v-overlay__content"><input data-here type="number" value="3"></div>')
    expect(isField(inCard, 'Escape')).toBe(true)
    expect(isField(inCard, 'q')).toBe(false)
    expect(isField(focused('<input data-here type="number" value="3">'), 'Escape')).toBe(false)
  })

  it('the page has all others, and none while a card asks for something', () => {
    const page = focused('<main data-here></main>')
    expect(['s', 'Enter', ' ', 'ArrowUp'].map(key => isField(page, key))).toEqual([false, false, false, false])
    document.body.insertAdjacentHTML(
      'beforeend',
      '<div class="v-overlay--active"><div class="v-overlay__scrim"></div></div>',
    )
    expect(isField(page, 's')).toBe(true)
  })
})
