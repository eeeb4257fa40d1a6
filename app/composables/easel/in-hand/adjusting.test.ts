import { describe, expect, it } from 'vitest'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { createAdjusting } from './adjusting'
import { setByCard } from './contract'
import { createSlot } from './slot'

/** An adjustment in hand, with a worker that settles it when it is let. */
async function adjusting() {
  const log: string[] = []
  let settled: (isDone: boolean) => void = () => {}
  const host = {
    preview: () => Promise.resolve(),
    refineAdjustment: () => Promise.resolve(true),
    stopWork: () => Promise.resolve(),
    dropPreview: () => Promise.resolve(void log.push('dropped')),
    settleAdjustment() {
      log.push('settling')
      return new Promise<boolean>(resolve => (settled = resolve))
    },
  } as unknown as SheetRemote
  const slot = createSlot()
  const own = createAdjusting(host, slot, () => 'paint')
  void own.choose('blur')
  await Promise.resolve()
  return { ...own, slot, log, let: (isDone: boolean) => settled(isDone) }
}
const other = () => setByCard({ settle: async () => {}, discard: async () => {} })

describe('an adjustment in hand', () => {
  it('is settled once, whoever asks for it meanwhile: what comes next waits, and has the slot then', async () => {
    const own = await adjusting()
    const next = other()
    const [bar, all, taken] = [own.settle(), own.slot.settle(), own.slot.take(next)]
    own.let(true)
    await Promise.all([bar, all])
    expect([await taken, own.slot.held.value === next, own.how.value]).toEqual([true, true, null])
    expect(own.log).toEqual(['settling'])
  })

  it('stays in hand when it was stopped, and what came next is told so', async () => {
    const own = await adjusting()
    const taken = own.slot.take(other())
    own.let(false)
    expect([await taken, own.kind.value, own.isSettling.value]).toEqual([false, 'blur', false])
    const again = own.settle()
    own.let(true)
    await again
    expect([own.slot.held.value, own.log]).toEqual([null, ['settling', 'settling']])
  })

  it('leaves the drawing as it was when it is discarded', async () => {
    const own = await adjusting()
    await own.discard()
    expect([own.slot.held.value, own.how.value, own.log]).toEqual([null, null, ['dropped']])
  })
})
