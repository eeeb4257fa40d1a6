import { describe, expect, it } from 'vitest'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { NO_TOUCH } from './contract'
import { createTrueShape } from './true-shape'

/** A stroke that notes how it ends, and a worker that answers when it is let. */
function held() {
  const log: string[] = []
  let answer: (kind: string | null) => void = () => {}
  const host = {
    trueUp: () => new Promise(resolve => (answer = resolve)),
    adjustTrue: () => Promise.resolve('circle'),
  } as unknown as SheetRemote
  const stroke = { ...NO_TOUCH, end: () => void log.push('ended'), cancel: () => void log.push('dropped') }
  return { ...createTrueShape(host, stroke, () => []), log, say: (kind: string | null) => answer(kind) }
}

describe('a stroke that is held at its end', () => {
  it('is a true shape until the hand lifts, and a stroke like any other then', async () => {
    const { hold, say, kind, touch, adjust, log } = held()
    const holding = hold(false, 1, () => true)
    say('ellipse')
    expect([await holding, kind.value]).toEqual([true, 'ellipse'])
    await adjust(10, 10, { shift: true, control: false, alt: false })
    expect(kind.value).toBe('circle')
    touch.end()
    expect([kind.value, log]).toEqual([null, ['ended']])
  })

  it('is none when the hand has lifted before that was found', async () => {
    const { hold, say, kind } = held()
    let isDown = true
    const holding = hold(false, 1, () => isDown)
    isDown = false
    say('line')
    expect([await holding, kind.value]).toEqual([false, null])
  })

  it('is none when it is no more than a dot; a second finger takes it away', async () => {
    const { hold, say, kind, touch, log } = held()
    const first = hold(false, 1, () => true)
    say(null)
    expect(await first).toBe(false)
    const second = hold(false, 1, () => true)
    say('line')
    expect(await second).toBe(true)
    touch.cancel()
    expect([kind.value, log]).toEqual([null, ['dropped']])
  })
})
