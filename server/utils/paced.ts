import { Refused } from './refuse'

/**
 * Work that nobody waits for, one at a time, which takes no more than its share of the time however much of it comes:
 * after each there is a rest as long as the share asks for. What comes when so many wait already is refused: it comes
 * again by itself.
 */
export class Paced {
  private waiting = 0
  private last: Promise<unknown> = Promise.resolve()

  /** @param share of the time, 0 … 1 @param most that may wait */
  constructor(
    private readonly share: number,
    private readonly most: number,
  ) {}

  /** Throws Refused `busy`, and whatever `work` throws. */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.waiting >= this.most)
      throw new Refused('busy', 'Very much is sent just now.', 'It is sent again by itself.')
    this.waiting++
    const turn = this.last.then(async () => {
      this.waiting--
      const began = performance.now()
      const done = work()
      const took = done.then(
        () => performance.now() - began,
        () => performance.now() - began,
      )
      return { done, took }
    })
    // The next one's turn comes after the rest; who asked for this one is answered before it.
    this.last = turn.then(async ({ took }) => {
      const restMs = (await took) * (1 / this.share - 1)
      await new Promise(resolve => setTimeout(resolve, restMs).unref())
    })
    return (await turn).done
  }
}
