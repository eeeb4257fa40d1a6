import { seededRandom } from '#core/base'
import { contentHash, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { BEGINNERS_HAND } from '#demo/hand'
import { drawKettle } from '#demo/kettle'
import type { DrawingView, LearnersNews } from '#shared/views'
import { asText } from '../tests/lib/client'
import { Patient, type Counts } from './patient'

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
/** A pause between two batches, ms. */
const PAUSE_MS = 500
/** One in so many batches is cut off in its middle first. */
const CUT_OFF = 12

interface Sheet {
  readonly id: number
  readonly sent: Entry[]
  readonly handIns: number[]
}

/** A learner by script: draws kettles in small batches, hands them in, listens to the teacher. */
export class ScriptedLearner {
  readonly client: Patient
  readonly sheets: Sheet[] = []
  /** Words of the teacher's that were heard, by the number of the news. */
  readonly heard = new Map<number, string>()
  readonly wrong: string[] = []
  cut = 0
  private readonly random
  private isStopped = false
  private latest: number | null = null
  private abort: AbortController | null = null

  constructor(
    private readonly who: { url: string; name: string; pin: string; code: string; plan: number; seed: number },
    counts: Counts,
  ) {
    this.random = seededRandom(who.seed)
    this.client = new Patient(who.url, counts, () => this.random.unit())
  }

  async live(): Promise<void> {
    const { code, name, pin } = this.who
    await this.client.patiently('POST', '/api/session/learner', { code, name, pin })
    const listening = this.listen()
    try {
      for (let i = 0; !this.isStopped; i++) await this.drawOne(i)
    } catch (error) {
      this.wrong.push(`${name}: ${String(error)}`)
    }
    this.listening = listening
  }

  private listening: Promise<void> = Promise.resolve()

  stop(): void {
    this.isStopped = true
  }

  /** Ends listening too. */
  async leave(): Promise<void> {
    this.isDeaf = true
    this.abort?.abort()
    await this.listening
  }

  private isDeaf = false

  private async drawOne(i: number): Promise<void> {
    const { plan, seed } = this.who
    const { entries, engine } = drawKettle(loadKernels(), {
      seed: seed * 1000 + i,
      steps: 1 + (i % 4),
      hand: BEGINNERS_HAND,
    })
    const { id } = (await this.client.patiently<{ id: number }>('POST', '/api/drawings', { plan, afresh: true })).body
    const writer = `writer-of-faults-${seed}-${i}`
    await this.client.patiently('POST', `/api/drawings/${id}/claim`, { writer, takeOver: true })
    const sheet: Sheet = { id, sent: [], handIns: [] }
    this.sheets.push(sheet)
    for (let number = 0; sheet.sent.length < entries.length && !this.isStopped; number++) {
      const part = entries.slice(sheet.sent.length, sheet.sent.length + 1 + Math.floor(6 * this.random.unit()))
      const body = { number, from: sheet.sent.length, writer, entries: part }
      const path = `/api/drawings/${id}/batches`
      if (this.random.unit() < 1 / CUT_OFF) {
        this.cut++
        await this.client.cutOff(path, body)
      }
      await this.client.patiently('POST', path, body)
      sheet.sent.push(...part)
      await wait(PAUSE_MS * (0.5 + this.random.unit()))
    }
    if (sheet.sent.length < entries.length) return
    const { body } = await this.client.patiently<{ id: number }>('POST', `/api/drawings/${id}/hand-ins`, {
      position: entries.length,
      hash: contentHash(engine.drawing),
      note: '',
    })
    sheet.handIns.push(body.id)
  }

  /** Listens again whenever the line breaks, from what was heard last. */
  private async listen(): Promise<void> {
    while (!this.isDeaf) {
      this.abort = new AbortController()
      try {
        const after = this.latest === null ? '' : `?after=${this.latest}`
        const news = await this.client.stream(`/api/news${after}`, this.abort.signal)
        for (;;) {
          const told = await news.next<LearnersNews>()
          if (told.kind !== 'news') continue
          this.latest = Math.max(this.latest ?? 0, told.id)
          if (told.news.kind === 'words') this.heard.set(told.id, told.news.words)
        }
      } catch {
        await wait(200)
      }
    }
  }

  /** What the server keeps, against what was sent. */
  async check(): Promise<void> {
    for (const { id, sent } of this.sheets) {
      try {
        const kept = (await this.client.get<DrawingView>(`/api/drawings/${id}`)).entries
        if (asText(kept) === asText(sent)) continue
        const [has, had] = [kept.length, sent.length]
        this.wrong.push(`${this.who.name}, drawing ${id}: ${had} entries sent, ${has} kept, or others`)
      } catch (error) {
        this.wrong.push(`${this.who.name}, drawing ${id}: ${String(error)}`)
      }
    }
  }

  get handedIn(): number {
    return this.sheets.reduce((sum, { handIns }) => sum + handIns.length, 0)
  }

  get acts(): number {
    return this.sheets.reduce((sum, { sent }) => sum + sent.length, 0)
  }
}
