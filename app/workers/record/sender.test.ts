import { beforeEach, describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import type { Batch } from '#shared/schemas'
import { ApiRefusal, Unreachable } from '../../api/client'
import { Sender, type SendingState } from './sender'

const entry = (place: number): Entry => ({ type: 'step', at: place, step: 's' })

/** A server that keeps batches as the real one does, and can be made to fail. */
class FakeServer {
  readonly stored: Entry[] = []
  nextBatch = 0
  readonly batches = new Map<number, string>()
  /** What the next calls do instead of answering. `late`: it stores, but the answer is lost. */
  troubles: ('away' | 'late' | ApiRefusal)[] = []

  send = async (batch: Batch) => {
    const trouble = this.troubles.shift()
    if (trouble === 'away') throw new Unreachable()
    if (trouble instanceof ApiRefusal) throw trouble
    this.store(batch)
    if (trouble === 'late') throw new Unreachable()
    return this.place()
  }

  fetch = async () => ({ ...this.place(), entries: [...this.stored] })

  /** Whether another place is heard of. */
  isHeldElsewhere = true
  claim = async () => {
    if (this.isHeldElsewhere) throw new ApiRefusal('open-elsewhere', 'held', 'wait')
    return this.place()
  }

  private place() {
    return { position: this.stored.length, nextBatch: this.nextBatch }
  }

  private store(batch: Batch): void {
    const text = JSON.stringify(batch.entries)
    const known = this.batches.get(batch.number)
    if (known === text) return
    if (known !== undefined) throw new ApiRefusal('batch-differs', 'different', 'ask')
    if (batch.number !== this.nextBatch || batch.from !== this.stored.length)
      throw new ApiRefusal('batch-out-of-order', 'order', 'ask')
    this.stored.push(...batch.entries)
    this.batches.set(batch.number, text)
    this.nextBatch++
  }
}

let server: FakeServer
let entries: Entry[]
let states: SendingState[]
let timers: { run: () => void; ms: number }[]
let sender: Sender

/** Lets time pass until nothing more is planned, or `most` timers have run. */
async function pass(most = 30): Promise<void> {
  for (let i = 0; i < most && timers.length; i++) {
    timers.shift()!.run()
    for (let k = 0; k < 20; k++) await Promise.resolve()
  }
}

function grow(count: number): void {
  for (let i = 0; i < count; i++) entries.push(entry(entries.length))
  sender.note()
}

beforeEach(() => {
  server = new FakeServer()
  entries = []
  states = []
  timers = []
  sender = new Sender({
    post: server,
    writer: 'writer-one',
    entries,
    start: { position: 0, nextBatch: 0 },
    onState: state => states.push(state),
    onStored() {},
    later(run, ms) {
      const timer = { run, ms }
      timers.push(timer)
      return () => {
        timers = timers.filter(each => each !== timer)
      }
    },
  })
})

describe('the sender', () => {
  it('sends what was drawn in one batch after a while', async () => {
    grow(3)
    grow(2)
    expect(timers).toHaveLength(1)
    await pass()
    expect(server.nextBatch).toBe(1)
    expect(server.stored).toEqual(entries)
    expect(states.at(-1)).toBe('kept')
  })

  it('cuts long records into batches, in order', async () => {
    grow(1000)
    await pass()
    expect(server.nextBatch).toBe(3)
    expect(server.stored).toEqual(entries)
  })

  it('tries again by itself, less and less often', async () => {
    server.troubles = ['away', 'away', 'away']
    grow(1)
    const waits: number[] = []
    for (let i = 0; i < 3; i++) {
      await pass(1)
      waits.push(timers[0]!.ms)
    }
    expect(states.at(-1)).toBe('away')
    expect(waits).toEqual([1000, 2000, 4000])
    await pass()
    expect(server.stored).toEqual(entries)
    expect(states.at(-1)).toBe('kept')
  })

  it('stores nothing twice when only the answer was lost and more was drawn meanwhile', async () => {
    server.troubles = ['late']
    grow(2)
    await pass(1)
    grow(3)
    await pass()
    expect(server.stored).toEqual(entries)
    expect(sender.unsent).toBe(0)
  })

  it('stops and says so when the server went on without it', async () => {
    grow(2)
    await pass()
    server.stored.push(entry(77))
    server.nextBatch++
    grow(1)
    await pass()
    expect(states.at(-1)).toBe('apart')
    expect(timers).toHaveLength(0)
  })

  it.each([
    ['not-signed-in', 'signed-out'],
    ['other-writer', 'elsewhere'],
    ['malformed', 'refused'],
  ] as const)('on “%s” it is %s and does not try by itself', async (code, state) => {
    server.troubles = [new ApiRefusal(code, 'no', 'do')]
    grow(1)
    await pass()
    expect(states.at(-1)).toBe(state)
    expect(timers).toHaveLength(0)
  })

  it('without room it says so, and goes on by itself when there is some', async () => {
    server.troubles = [new ApiRefusal('no-room', 'full', 'make room')]
    grow(2)
    await pass(1)
    expect(states.at(-1)).toBe('refused')
    expect(timers).toHaveLength(1)
    await pass()
    expect(states.at(-1)).toBe('kept')
    expect(server.stored).toEqual(entries)
  })

  it('with the server’s disk full it says so in the server’s words, and goes on by itself when there is room', async () => {
    server.troubles = [new ApiRefusal('disk-full', 'The server’s disk is full.', 'Tell who looks after it.')]
    grow(2)
    await pass(1)
    expect(states.at(-1)).toBe('refused')
    await pass()
    expect(states.at(-1)).toBe('kept')
    expect(server.stored).toEqual(entries)
  })

  it('counts nothing as kept that another put there, when a part that is known is sent again', async () => {
    // Sent by this one, and the answer was lost; then another went on with it.
    grow(2)
    server.troubles = ['late']
    await pass(1)
    await server.send({ number: 1, from: 2, writer: 'writer-two', entries: [{ type: 'step', at: 2, step: 'theirs' }] })
    await pass()
    expect(states.at(-1)).toBe('apart')
    grow(1)
    await pass()
    expect(server.stored.map(each => each.type === 'step' && each.step)).toEqual(['s', 's', 'theirs'])
    expect(sender.unsent).toBe(3)
  })

  it('goes on after a sign-in', async () => {
    server.troubles = [new ApiRefusal('not-signed-in', 'no', 'do')]
    grow(4)
    await pass()
    sender.wake()
    await pass()
    expect(server.stored).toEqual(entries)
  })

  it('flushes at once, and says when it can’t', async () => {
    grow(5)
    const flushed = sender.flush()
    await pass()
    await flushed
    expect(server.stored).toHaveLength(5)
    server.troubles = ['away']
    grow(1)
    const failed = expect(sender.flush()).rejects.toBeInstanceOf(Unreachable)
    await pass(1)
    await failed
  })

  it('goes on where the other place has fallen silent', async () => {
    server.troubles = [new ApiRefusal('other-writer', 'other', 'ask')]
    server.isHeldElsewhere = false
    grow(2)
    await pass()
    expect(server.stored).toEqual(entries)
    expect(states.at(-1)).toBe('kept')
  })

  it('says at once what is in the way of what does not go on by itself', async () => {
    server.troubles = [new ApiRefusal('other-writer', 'other', 'ask')]
    grow(2)
    await pass()
    await expect(sender.flush()).rejects.toMatchObject({ code: 'open-elsewhere' })
    sender.stop()
    await expect(sender.flush()).rejects.toBeInstanceOf(ApiRefusal)
  })

  it('leaves nobody waiting when it is stopped', async () => {
    server.troubles = ['away']
    grow(1)
    const waiting = expect(sender.flush()).rejects.toBeInstanceOf(ApiRefusal)
    sender.stop()
    await waiting
  })

  it('is silent once stopped', async () => {
    grow(1)
    sender.stop()
    await pass()
    expect(server.stored).toEqual([])
  })
})
