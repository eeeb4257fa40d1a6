import { describe, expect, it } from 'vitest'
import { setByCard, type InHand } from './contract'
import { createSlot, type Slot } from './slot'

/** Something to hold that notes what is done to it. */
function thing(slot: Slot, name: string, log: string[], more: Partial<InHand> = {}): InHand {
  const own: InHand = {
    whenReplaced: 'settle',
    begin: () => log.push(`${name} begun`),
    extend: () => {},
    end: () => {},
    cancel: () => {},
    key: () => false,
    nudge: () => false,
    async settle() {
      log.push(`${name} settled`)
      slot.letGo(own)
    },
    async discard() {
      log.push(`${name} discarded`)
      slot.letGo(own)
    },
    ...more,
  }
  return own
}

describe('the slot', () => {
  it('owns one thing: another one settles the first, or takes it away, by the first one’s rule', async () => {
    const slot = createSlot()
    const log: string[] = []
    const [part, crop] = [thing(slot, 'part', log), thing(slot, 'crop', log, { whenReplaced: 'discard' })]
    expect(await slot.take(part)).toBe(true)
    expect(await slot.take(crop)).toBe(true)
    expect(slot.held.value).toBe(crop)
    const letters = thing(slot, 'letters', log)
    await slot.take(letters)
    expect(log).toEqual(['part settled', 'crop discarded'])
    expect(slot.held.value).toBe(letters)
  })

  it('refuses another thing while the first can’t be settled', async () => {
    const slot = createSlot()
    const log: string[] = []
    const letters = thing(slot, 'letters', log, { settle: async () => void log.push('no font') })
    await slot.take(letters)
    expect(await slot.take(thing(slot, 'shadow', log))).toBe(false)
    expect(slot.held.value).toBe(letters)
    expect(log).toEqual(['no font'])
  })

  it('is taken at once when it is empty, and taking the same again changes nothing', () => {
    const slot = createSlot()
    const log: string[] = []
    const part = thing(slot, 'part', log)
    void slot.take(part)
    expect(slot.held.value).toBe(part)
    void slot.take(part)
    expect(slot.held.value).toBe(part)
    expect(log).toEqual([])
  })

  it('of two that want it while the first is settled, the quicker has it and the other is told so', async () => {
    const slot = createSlot()
    const log: string[] = []
    const letters = thing(slot, 'letters', log, {
      async settle() {
        log.push('letters settled')
        await Promise.resolve()
        slot.letGo(letters)
      },
    })
    await slot.take(letters)
    const [haze, shadow] = [thing(slot, 'haze', log), thing(slot, 'shadow', log)]
    const both = await Promise.all([slot.take(haze), slot.take(shadow)])
    expect(both).toEqual([true, false])
    expect(slot.held.value).toBe(haze)
    expect(log).toEqual(['letters settled'])
  })

  it('lets go only of what it still holds', async () => {
    const slot = createSlot()
    const log: string[] = []
    const [part, haze] = [thing(slot, 'part', log), thing(slot, 'haze', log)]
    await slot.take(part)
    await slot.take(haze)
    slot.letGo(part)
    expect(slot.held.value).toBe(haze)
    slot.letGo(haze)
    expect(slot.held.value).toBe(null)
  })

  it('settles what it holds, but not what needs a word; undo takes either away', async () => {
    const slot = createSlot()
    const log: string[] = []
    await slot.settle()
    expect(slot.discard()).toBe(false)
    await slot.take(thing(slot, 'crop', log, { needsWord: () => true }))
    await slot.settle()
    expect(log).toEqual([])
    expect(slot.discard()).toBe(true)
    expect(log).toEqual(['crop discarded'])
    expect(slot.held.value).toBe(null)
  })

  it('what a card sets is settled by the next touch and by Enter, taken away by Escape; other keys are not its own', async () => {
    const log: string[] = []
    const haze = setByCard({
      settle: async () => void log.push('settled'),
      discard: async () => void log.push('discarded'),
    })
    haze.begin({ place: { x: 1, y: 1 }, packed: [], time: 0, scale: 1 })
    expect([haze.key('enter'), haze.key('escape'), haze.key('q'), haze.nudge(1, 0)]).toEqual([true, true, false, false])
    expect(log).toEqual(['settled', 'settled', 'discarded'])
  })
})
