// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { takeArrow } from './arrows'

describe('an arrow key', () => {
  const pressed = (key: string, shiftKey = false) => {
    const event = new KeyboardEvent('keydown', { key, shiftKey, cancelable: true, bubbles: true })
    return { by: takeArrow(event, 2, 10), isTaken: event.defaultPrevented }
  }

  it.each([
    ['ArrowLeft', { x: -2, y: 0 }],
    ['ArrowRight', { x: 2, y: 0 }],
    ['ArrowUp', { x: 0, y: -2 }],
    ['ArrowDown', { x: 0, y: 2 }],
  ])('%s goes its way, farther with Shift, and is taken', (key, by) => {
    const { x, y } = pressed(key).by!
    expect({ x: x + 0, y: y + 0 }).toEqual(by)
    const far = pressed(key, true)
    expect({ x: far.by!.x + 0, y: far.by!.y + 0 }).toEqual({ x: by.x * 5, y: by.y * 5 })
    expect(far.isTaken).toBe(true)
  })

  it('is no other key', () => {
    expect(pressed('Enter')).toEqual({ by: null, isTaken: false })
  })
})
