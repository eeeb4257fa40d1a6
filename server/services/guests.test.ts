import { describe, expect, it, vi } from 'vitest'

vi.mock('../repositories/people', () => ({}))
vi.mock('./register', () => ({}))
vi.mock('./rights', () => ({}))
vi.mock('./signin', () => ({}))
vi.mock('./audit', () => ({}))
vi.mock('./doors', () => ({}))
const { freeName } = await import('./guests')

describe('a guest whose name somebody has already', () => {
  it.each([
    ['Bo', [], 'Bo'],
    ['Bo', ['Bo'], 'Bo 2'],
    ['bo', ['BO', 'Bo 2', 'Ada'], 'bo 3'],
    // Accents and spaces do not tell two apart at the door.
    ['Zoe', ['Zoë'], 'Zoe 2'],
  ])('%s beside %j is %s', (name, taken, free) => {
    expect(freeName(name, taken)).toBe(free)
  })
})
