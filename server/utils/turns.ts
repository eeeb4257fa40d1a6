import pLimit, { type LimitFunction } from 'p-limit'

/** Turns by name: of what has one name so many are done at once, the others wait; different names don't wait. */
export class Turns {
  private readonly limits = new Map<string, LimitFunction>()

  constructor(private readonly atOnce: number) {}

  async take<T>(name: string, work: () => Promise<T>): Promise<T> {
    let limit = this.limits.get(name)
    if (!limit) this.limits.set(name, (limit = pLimit(this.atOnce)))
    try {
      return await limit(work)
    } finally {
      if (limit.activeCount === 0 && limit.pendingCount === 0) this.limits.delete(name)
    }
  }

  /** Names that somebody waits or works under. */
  get size(): number {
    return this.limits.size
  }
}
