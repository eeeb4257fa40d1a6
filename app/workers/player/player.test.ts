import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { toolSettings } from '#core/brush'
import { timelineOf, type DrawingRecord, type Entry } from '#core/drawing'
import { Player, type PlayerNotice } from './player'

const sheet = { width: 400, height: 300, paper: [250, 249, 246] as [number, number, number] }
const stroke = (layer: string, at: number, y: number): Entry => ({
  type: 'act',
  at,
  act: {
    kind: 'stroke',
    version: 2,
    layer,
    tool: toolSettings('pencil'),
    colour: [20, 30, 40],
    seed: y,
    samples: Array.from({ length: 21 }, (_, i) => [(40 + 15 * i) * 16, y * 16, 800, i ? 20 : 0]).flat(),
  },
})
const layer = (id: string, place: number): Entry => ({
  type: 'prepare',
  at: 0,
  act: { kind: 'layer-add', layer: id, name: id, place },
})
const record: DrawingRecord = {
  version: 1,
  sheet,
  entries: [
    layer('sketch', 0),
    layer('lines', 1),
    stroke('sketch', 1000, 60),
    stroke('lines', 2000, 120),
    { type: 'undo', at: 2500 },
    stroke('lines', 3500, 200),
  ],
}
const beats = timelineOf(record.entries)

let notices: PlayerNotice[]
let player: Player
let frames: (() => void)[]
const last = <K extends PlayerNotice['kind']>(kind: K) =>
  notices.findLast(each => each.kind === kind) as Extract<PlayerNotice, { kind: K }>
/** Lets so much time pass, a frame every 16 ms. */
function pass(ms: number): void {
  for (let t = 0; t < ms; t += 16) {
    vi.advanceTimersByTime(16)
    for (const frame of frames.splice(0)) frame()
  }
}

beforeEach(async () => {
  notices = []
  frames = []
  vi.stubGlobal('requestAnimationFrame', (frame: () => void) => frames.push(frame))
  player = new Player()
  await player.load(record, false, notice => void notices.push(notice))
  vi.useFakeTimers({ toFake: ['performance'] })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('the player', () => {
  it('shows the end when it is loaded, with the layers as they are then', () => {
    expect(last('time')).toMatchObject({
      time: player.length,
      length: beats.at(-1)!.end,
      position: 6,
      isPlaying: false,
    })
    expect(last('layers').layers.map(({ id, isEmpty }) => [id, isEmpty])).toEqual([
      ['sketch', false],
      ['lines', false],
    ])
    expect(notices.filter(each => each.kind === 'thumbnail')).toHaveLength(2)
  })

  it('goes to any time: what was done by then is done', () => {
    player.seek(0)
    expect(last('layers').layers.map(({ isEmpty }) => isEmpty)).toEqual([true, true])
    player.seek(beats[2]!.end)
    expect(last('time').position).toBe(3)
    expect(last('layers').layers.map(({ isEmpty }) => isEmpty)).toEqual([false, true])
    player.seek(beats[3]!.end)
    expect(last('layers').layers.map(({ isEmpty }) => isEmpty)).toEqual([false, false])
    player.seek(beats[4]!.end)
    expect(last('layers').layers.map(({ isEmpty }) => isEmpty)).toEqual([false, true])
  })

  it('never goes beyond its ends', () => {
    player.seek(-100)
    expect(last('time').time).toBe(0)
    player.seek(1e9)
    expect(last('time').time).toBe(player.length)
    player.seekEntry(3)
    expect(last('time').time).toBe(beats[2]!.end)
    player.seekEntry(0)
    expect(last('time').time).toBe(0)
  })

  it('plays from the beginning when it is at its end, at the speed that is asked, and stops there', () => {
    player.play(2)
    pass(480)
    expect(last('time').isPlaying).toBe(true)
    expect(Math.abs(last('time').time - 960)).toBeLessThan(40)
    player.play(10)
    pass(600)
    expect(last('time')).toMatchObject({ isPlaying: false, time: player.length })
    expect(frames).toHaveLength(0)
  })

  it('waits where it is paused, and goes on from there', () => {
    player.play(1)
    pass(320)
    player.pause()
    const { time } = last('time')
    pass(320)
    expect(last('time').time).toBe(time)
    player.play(1)
    pass(160)
    expect(last('time').time).toBeGreaterThan(time + 100)
  })

  it('plays one act after the other, and the last one again', () => {
    player.seek(0)
    const steps: number[] = []
    for (let i = 0; i < 4; i++) {
      player.playNext(4)
      pass(400)
      expect(last('time').isPlaying).toBe(false)
      steps.push(last('time').time)
    }
    expect(steps).toEqual([beats[2]!.end, beats[3]!.end, beats[4]!.end, beats[5]!.end])
    player.playNext(4)
    pass(100)
    expect(last('time').time).toBe(player.length)
    player.seek(beats[3]!.end)
    player.playAgain(1)
    pass(48)
    expect(last('time').time).toBeLessThan(beats[3]!.end)
    pass(1000)
    expect(last('time').time).toBe(beats[3]!.end)
  })

  describe('of a record that goes on', () => {
    const more = [stroke('sketch', 5000, 240), stroke('sketch', 9000, 260)]

    it('plays what is new until it has caught up, in the time that it may take', async () => {
      const before = player.length
      await player.append(more, 500)
      pass(100)
      expect(last('time').isPlaying).toBe(true)
      expect(last('time').time).toBeGreaterThan(before)
      // More comes while it catches up.
      await player.append([stroke('lines', 12_000, 280)], 500)
      pass(600)
      expect(last('time')).toMatchObject({ isPlaying: false, position: 9, time: player.length })
      expect(last('time').length).toBe(
        timelineOf([...record.entries, ...more, stroke('lines', 12_000, 280)]).at(-1)!.end,
      )
    })

    it('stays where someone looks back', async () => {
      player.seek(beats[2]!.end)
      await player.append(more, 500)
      expect(last('time')).toMatchObject({ time: beats[2]!.end, isPlaying: false })
      player.seek(player.length)
      expect(last('time').position).toBe(8)
    })

    it('begins on an empty sheet', async () => {
      vi.useRealTimers()
      await player.load({ version: 1, sheet, entries: [] }, false, notice => void notices.push(notice))
      vi.useFakeTimers({ toFake: ['performance'] })
      await player.append([layer('sketch', 0), stroke('sketch', 1000, 60)], 400)
      pass(600)
      expect(last('time')).toMatchObject({ position: 2, isPlaying: false })
      expect(last('layers').layers.map(({ isEmpty }) => isEmpty)).toEqual([false])
    })
  })

  it('of an empty record has nothing to play', async () => {
    vi.useRealTimers()
    await player.load({ version: 1, sheet, entries: [] }, true, notice => void notices.push(notice))
    expect(player.length).toBe(0)
    player.playNext(1)
    player.playAgain(1)
    expect(last('time')).toMatchObject({ time: 0, isPlaying: false })
  })
})
