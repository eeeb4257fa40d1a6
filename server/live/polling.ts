import { log, reasonOf } from '../utils/log'

/*
 * Live news come out of the database, so that they reach pages at every process. One question for each process and
 * topic, however many pages listen, and none while nobody does.
 */

export type Tell<N> = (news: N) => void

/** Asks again and again while someone listens, and tells all of them. */
export class Polling<N> {
  private readonly listeners = new Set<Tell<N>>()
  private timer: NodeJS.Timeout | null = null
  private isAsking = false

  /** @param ask tells what is new since it was asked last @param everyMs pause between two questions */
  constructor(
    private readonly ask: (tell: Tell<N>) => Promise<void>,
    private readonly everyMs: number,
    private readonly onEmpty: () => void = () => {},
  ) {}

  listen(tell: Tell<N>): () => void {
    this.listeners.add(tell)
    this.plan(0)
    return () => {
      this.listeners.delete(tell)
      if (this.listeners.size > 0) return
      if (this.timer) clearTimeout(this.timer)
      this.timer = null
      this.onEmpty()
    }
  }

  private plan(ms: number): void {
    if (this.isAsking || (this.timer && ms > 0)) return
    if (this.timer) clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.turn(), ms).unref()
  }

  private async turn(): Promise<void> {
    this.timer = null
    this.isAsking = true
    try {
      await this.ask(news => {
        for (const tell of this.listeners) tell(news)
      })
    } catch (error) {
      // The database is away: asked again after the usual pause.
      log('warn', 'live-unreachable', { error: reasonOf(error) })
    } finally {
      this.isAsking = false
      if (this.listeners.size > 0) this.plan(this.everyMs)
    }
  }
}
