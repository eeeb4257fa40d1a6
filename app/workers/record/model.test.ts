/* eslint-disable max-lines -- one model of pages, devices, shelf, server and network */
import { describe, expect, it } from 'vitest'
import { seededRandom, type Random } from '#core/base'
import type { Act, Entry } from '#core/drawing'
import { Unreachable } from '../../api/client'
import { sendAll } from './outbox'
import { RecordSession, type RecordServer, type Surroundings } from './session'
import type { Log, Shelf } from './shelf'
import { FakeServer, FakeShelf, named, nameOf, PERSON, PLAN } from './testing'

/**
 * Two devices of one learner draw on a drawing while everything fails at random: calls that fail, answer late, are
 * delivered twice or lose their answers; browsers that are killed between any two writes; stores that are full; tabs
 * that take a drawing over from one another; drawings that go on elsewhere. Then all is well again, and what was drawn
 * is compared with what is kept.
 */

const RUNS = 260
/** Runs that found something once. */
const FOUND = [7512, 7521, 17600, 26034, 33089, 50807, 53269]
const STEPS = 400

/** Something that goes on when the world comes to it. */
interface Task {
  readonly kind: 'store' | 'call' | 'timer'
  readonly device: Device
  readonly life: number
  run(): void
}

class World {
  readonly server = new FakeServer()
  readonly tasks: Task[] = []
  readonly devices: Device[]
  /** Names of entries that must be found at the end: a store has them, or the server. */
  readonly sure = new Set<string>()
  readonly unkept = new Set<string>()
  isWell = false
  private count = 0

  /** `begins`: drawings are begun where there is no network, too. */
  constructor(
    readonly random: Random,
    readonly begins: boolean,
  ) {
    this.server.add()
    this.devices = [new Device(this), new Device(this)]
  }

  chance(share: number): boolean {
    return !this.isWell && this.random.unit() < share
  }

  fresh(): string {
    return `n${String(++this.count).padStart(15, '0')}`
  }

  /** One thing happens: someone does something, or something that waits goes on. */
  async step(): Promise<void> {
    if (this.tasks.length && this.random.unit() < 0.7) this.goOn()
    else if (!this.isWell) this.pick(this.devices).doSomething()
    if (this.chance(0.05)) this.server.clock += 20
    await new Promise(resolve => setImmediate(resolve))
  }

  goOn(): void {
    // What is written to a store is written in its order; all else may come in any.
    const ready = this.tasks.filter(
      each =>
        each.kind !== 'store' || this.tasks.find(one => one.kind === 'store' && one.device === each.device) === each,
    )
    const task = this.pick(ready)
    this.tasks.splice(this.tasks.indexOf(task), 1)
    task.run()
  }

  pick<T>(from: readonly T[]): T {
    return this.random.pick(from)
  }
}

interface Tab {
  readonly session: RecordSession
  readonly entries: Entry[]
  underway: string | null
  isLost: boolean
  isParting: boolean
}

class Device {
  readonly shelf = new FakeShelf()
  life = 0
  tab: Tab | null = null
  private isOpening = false
  isSending = false

  constructor(private readonly world: World) {}

  doSomething(): void {
    const { world, tab } = this
    if (world.chance(0.02)) return this.crash()
    if (!tab) {
      if (this.isOpening || this.isSending) return
      if (world.random.unit() < 0.3) return void this.send()
      if (world.begins && world.random.unit() < 0.2) return void this.begin()
      return void this.open(this.pickDrawing(), world.random.unit() < 0.4)
    }
    const what = world.random.unit()
    if (tab.isParting) return
    if (tab.isLost || what < 0.04) return void this.close()
    if (what < 0.07) return void this.stealFromItself(tab)
    if (what < 0.14) return void this.keepApart(tab)
    if (what < 0.2) return tab.session.wake()
    if (what < 0.25) return void tab.session.flush().catch(() => {})
    if (what < 0.45) return this.beginOrEnd(tab)
    this.draw(tab, named(world.fresh()))
  }

  /** Something that the server has, or that was begun here and has no number there yet. */
  private pickDrawing(): number {
    const begun = this.shelf.books.filter(each => each.log.begun && !each.log.apart).map(each => each.log.drawing)
    if (begun.length && this.world.random.unit() < 0.5) return this.world.pick(begun)
    return this.world.pick(this.world.server.drawings).id
  }

  /** A drawing is begun without a network. */
  private async begin(): Promise<void> {
    this.isOpening = true
    const { life } = this
    const around = this.around()
    const log: Log = {
      drawing: around.freshNumber(),
      person: PERSON,
      writer: around.freshName(),
      session: around.freshName(),
      position: 0,
      nextBatch: 0,
      planId: 1,
      plan: PLAN,
      begun: { key: around.freshName(), of: { plan: 1 } },
      touchedAt: 0,
    }
    const isKept = await around.shelf!.settle(log, 0, []).then(
      () => true,
      () => false,
    )
    if (life !== this.life) return
    if (isKept) await this.open(log.drawing, false)
    else this.isOpening = false
  }

  private draw(tab: Tab, entry: Entry): void {
    // Whatever is done ends the stroke under way first.
    if (tab.underway !== null) this.beginOrEnd(tab)
    tab.entries.push(entry)
    tab.session.note()
  }

  /** The page is only looked at meanwhile, and left afterwards. */
  private async keepApart(tab: Tab): Promise<void> {
    if (tab.underway !== null) this.beginOrEnd(tab)
    tab.isParting = true
    try {
      await tab.session.keepApart()
      tab.isLost = true
    } catch {
      // It is tried again, or drawn on.
    }
    tab.isParting = false
  }

  private beginOrEnd(tab: Tab): void {
    const { underway } = tab
    if (underway === null) {
      tab.underway = this.world.fresh()
      const act: Act = { kind: 'layer-add', layer: tab.underway, name: 'a layer', place: 0 }
      tab.session.noteUnderway(() => ({ at: 0, act }))
      return
    }
    tab.underway = null
    if (this.world.random.unit() < 0.2) tab.session.dropUnderway()
    else this.draw(tab, { type: 'act', at: 0, act: { kind: 'layer-add', layer: underway, name: 'a layer', place: 0 } })
  }

  private async open(drawing: number, takeOver: boolean): Promise<void> {
    this.isOpening = true
    const { life, world } = this
    try {
      const person = world.random.unit() < 0.3 ? null : PERSON
      const session = await RecordSession.open(this.around(), drawing, person, takeOver ? 'take-over' : 'draw')
      if (life !== this.life) return
      this.tab = { session, entries: [...session.opened.entries], underway: null, isLost: false, isParting: false }
      session.follow(this.tab.entries, { onState() {}, onNotKept() {} })
    } catch {
      // Not opened: nothing is drawn.
    } finally {
      if (life === this.life) this.isOpening = false
    }
  }

  /** Another tab of this browser draws on: this one learns of it now or never. */
  private async stealFromItself(tab: Tab): Promise<void> {
    const { drawing } = tab.session
    tab.isLost = true
    this.tab = null
    if (this.world.random.unit() < 0.7) void tab.session.lose()
    await this.open(drawing, true)
  }

  async close(): Promise<void> {
    const { tab, life } = this
    if (!tab) return
    if (tab.underway !== null) this.beginOrEnd(tab)
    this.tab = null
    this.isOpening = true
    await tab.session.close()
    if (life === this.life) this.isOpening = false
  }

  async send(): Promise<void> {
    this.isSending = true
    const { life } = this
    await sendAll(this.around(), PERSON, async () => ({ release() {} })).catch(() => {})
    if (life === this.life) this.isSending = false
  }

  /** The browser is gone: nothing of it goes on, but what is on its way to the server may still come there. */
  crash(): void {
    this.life++
    this.tab = null
    this.isOpening = false
    this.isSending = false
    const { tasks } = this.world
    for (const task of tasks.filter(each => each.device === this && each.kind !== 'call'))
      tasks.splice(tasks.indexOf(task), 1)
  }

  get isBusy(): boolean {
    return this.isOpening || this.isSending
  }

  private wait(kind: Task['kind'], run: () => void): void {
    this.world.tasks.push({ kind, device: this, life: this.life, run })
  }

  private around(): Surroundings {
    const { world, life } = this
    const isAlive = () => life === this.life
    let count = 0
    return {
      shelf: this.slowShelf(isAlive),
      server: this.slowServer(isAlive),
      now: () => 0,
      freshName: () => world.fresh(),
      freshNumber: () => -Math.floor(1 + world.random.unit() * 2 ** 40) - ++count,
      later: (run, _ms) => {
        let isOff = false
        this.wait('timer', () => {
          if (!isOff && isAlive()) run()
        })
        return () => {
          isOff = true
        }
      },
    }
  }

  /** The store, each of whose transactions comes when it comes, may fail, and is not heard of by a dead tab. */
  private slowShelf(isAlive: () => boolean): Shelf {
    const { world, shelf } = this
    return new Proxy(shelf, {
      get:
        (_target, name: keyof Shelf) =>
        (...given: unknown[]) =>
          new Promise((resolve, reject) => {
            this.wait('store', () => {
              if (!isAlive()) return
              if (name !== 'read' && name !== 'cards' && world.chance(0.03)) {
                this.notKept(name, given)
                return reject(new DOMException('full', 'QuotaExceededError'))
              }
              const method = shelf[name] as (...args: unknown[]) => Promise<unknown>
              method.apply(shelf, given).then(answer => {
                this.noteSure()
                // Killed right after the write: the program never hears of it.
                if (world.chance(0.01)) return this.crash()
                resolve(answer)
              }, reject)
            })
          }),
    })
  }

  /** Entries that the browser said it does not keep: should it die then, what was under way may be found twice. */
  private notKept(name: keyof Shelf, given: unknown[]): void {
    if (name === 'append') for (const entry of given[3] as Entry[]) this.world.unkept.add(nameOf(entry))
  }

  /** What a store has must be found again. */
  private noteSure(): void {
    for (const { entries } of this.shelf.books) for (const entry of entries.values()) this.world.sure.add(nameOf(entry))
  }

  private slowServer(isAlive: () => boolean): RecordServer {
    const { world } = this
    return new Proxy(world.server, {
      get:
        (server, name: keyof RecordServer) =>
        (...given: unknown[]) =>
          new Promise((resolve, reject) => {
            const method = server[name] as (...args: unknown[]) => Promise<unknown>
            const deliver = () => method.apply(server, structuredClone(given))
            this.wait('call', () => {
              if (!isAlive() && world.chance(0.5)) return
              if (world.chance(0.15)) return reject(new Unreachable())
              // Given up before it comes there; it comes there all the same.
              if (world.chance(0.06)) {
                this.wait('call', () => void deliver().catch(() => {}))
                return reject(new Unreachable())
              }
              if (world.chance(0.06)) void deliver().catch(() => {})
              deliver().then(
                answer =>
                  this.wait(
                    'call',
                    () => isAlive() && (world.chance(0.1) ? reject(new Unreachable()) : resolve(answer)),
                  ),
                error => this.wait('call', () => isAlive() && reject(error)),
              )
            })
          }),
    }) as unknown as RecordServer
  }
}

/** All goes well from here on: tabs are closed, and what is kept is sent. */
async function heal(world: World): Promise<void> {
  world.isWell = true
  const settle = async (isBusy: () => boolean) => {
    for (let i = 0; i < 4000 && (isBusy() || world.tasks.length); i++) await world.step()
  }
  await settle(() => world.devices.some(each => each.isBusy))
  for (const device of world.devices) void device.close()
  await settle(() => world.devices.some(each => each.isBusy))
  for (let round = 0; round < 8; round++) {
    for (const device of world.devices) {
      world.server.clock += 60
      void device.send()
      await settle(() => device.isBusy)
    }
  }
}

/** How often each name is in what is drawn: beginnings that a copy has from its drawing are no drawing of their own. */
function countNames(world: World): Map<string, number> {
  const counts = new Map<string, number>()
  for (const { entries, forkAt } of world.server.drawings) {
    for (const entry of entries.slice(forkAt)) counts.set(nameOf(entry), (counts.get(nameOf(entry)) ?? 0) + 1)
  }
  return counts
}

describe('keeper and sender, whatever fails', () => {
  it(`in ${RUNS * STEPS} random steps lose nothing, double nothing, and leave nothing where nobody finds it`, async () => {
    let drawn = 0
    let copies = 0
    let begun = 0
    for (const seed of [...Array.from({ length: RUNS }, (_, i) => i + 1), ...FOUND]) {
      const world = new World(seededRandom(seed), seed % 2 === 0 && !FOUND.includes(seed))
      for (let i = 0; i < STEPS; i++) await world.step()
      await heal(world)
      const counts = countNames(world)
      const wrong = {
        seed,
        lost: [...world.sure].filter(name => !counts.has(name)),
        doubled: [...counts].filter(([name, count]) => count > 1 && !world.unkept.has(name)).map(([name]) => name),
        unsent: world.devices.flatMap(each =>
          each.shelf.books
            .filter(book => book.log.apart || book.entries.size > book.log.position)
            .map(book => book.log.drawing),
        ),
      }
      expect(wrong).toEqual({ seed, lost: [], doubled: [], unsent: [] })
      drawn += counts.size
      const own = world.server.drawings.filter(each => each.copiedFrom === undefined).length - 1
      begun += own
      copies += world.server.drawings.length - 1 - own
    }
    // The runs were such that there was something to lose, and drawings went apart.
    expect(drawn).toBeGreaterThan(RUNS * 20)
    expect(copies).toBeGreaterThan(RUNS / 4)
    expect(begun).toBeGreaterThan(RUNS / 4)
  }, 120_000)
})
