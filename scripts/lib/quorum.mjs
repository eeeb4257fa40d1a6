import { say } from './say.mjs'

/** So long servers that have lost one another are left to find each other again, ms: most do so by themselves. */
const PATIENCE_MS = 30_000

/**
 * @typedef {{ isSynced: boolean, committed: number }} State `committed`: number of the last change that it has
 */

/**
 * Which servers of a cluster are to be started again. One that has left the others is: it joins them anew. Where none
 * is in the cluster any more, starting them again helps nobody, for there is nothing to join: they are left alone, and
 * when they don't find one another, the one that has most is told to begin (“Resetting the Quorum”, Galera Cluster's
 * documentation) once more than half of them answer: among those is everything that was ever committed.
 */
export class Quorum {
  #nodes
  #lostAt = null

  /**
   * @template T
   * @param {T[]} nodes
   * @param {{ ask: (node: T) => Promise<State | null>, begin: (node: T) => Promise<void>, now?: () => number,
   *   tell?: (line: string) => void }} options `ask`: null where it does not answer
   */
  constructor(nodes, { ask, begin, now = Date.now, tell = say }) {
    this.#nodes = nodes
    Object.assign(this, { ask, begin, now, tell })
  }

  /** Whether a server is well where it is; it is not where the others go on without it. */
  async isWell(node) {
    const own = await this.ask(node)
    if (own?.isSynced) {
      this.#lostAt = null
      return true
    }
    const states = await Promise.all(this.#nodes.map(each => (each === node ? own : this.ask(each))))
    if (states.some(each => each?.isSynced)) {
      this.#lostAt = null
      return false
    }
    this.#lostAt ??= this.now()
    const answering = states.filter(each => each !== null)
    if (this.now() - this.#lostAt < PATIENCE_MS || answering.length <= this.#nodes.length / 2) return true
    this.#lostAt = this.now()
    const most = Math.max(...answering.map(each => each.committed))
    this.tell('the database servers have lost one another: the one that has most begins anew')
    await this.begin(this.#nodes[states.findIndex(each => each?.committed === most)])
    return true
  }
}
