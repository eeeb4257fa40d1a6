import { setTimeout as sleep } from 'node:timers/promises'
import { say, Trouble } from './say.mjs'

/**
 * A program that runs beside this one.
 * @typedef {object} Program
 * @property {string} name as people are told
 * @property {() => import('node:child_process').ChildProcess} spawn starts it, at the head of a process group
 * @property {(child: import('node:child_process').ChildProcess) => Promise<void>} ready comes back when it can be used;
 *   throws when it has ended, or does not answer
 * @property {number} patienceMs how long it may take to end by itself
 * @property {() => Promise<boolean>} [isWell] whether one that runs does what it is for; one that does not for a while
 *   is started again
 */

/** Deaths within so long are counted together, ms. */
const WINDOW_MS = 60_000
/** After so many of them it is not started again. */
const MOST_DEATHS = 10
/** Before the first new start, ms; it doubles with each death, up to a limit. */
const PAUSE_MS = 100
const LONGEST_PAUSE_MS = 5000
/** How often it is looked whether a program is well, and how long it may be ill, ms. */
const LOOK_MS = 3000
const ILL_MS = 25_000

/** Whether a child has ended, by itself or by a signal, or never began. */
export const hasEnded = ({ pid, exitCode, signalCode }) => pid === undefined || exitCode !== null || signalCode !== null

/** How it ended, in words. */
export const endingOf = ({ exitCode, signalCode }) =>
  signalCode ? `by ${signalCode}` : exitCode === null ? 'before it began' : `with ${exitCode}`

/** Ends a child and what it has started; one that does not heed the signal is killed. Comes back when it is gone. */
export async function endChild(child, { signal = 'SIGTERM', patienceMs }) {
  if (!hasEnded(child)) {
    const gone = new Promise(resolve => child.once('exit', resolve))
    child.kill(signal)
    const late = setTimeout(() => killGroup(child.pid), patienceMs)
    await gone
    clearTimeout(late)
  }
  killGroup(child.pid)
}

/** Kills whatever is left of a process group. */
export function killGroup(pid) {
  if (pid === undefined) return
  try {
    process.kill(-pid, 'SIGKILL')
  } catch {
    // Nothing is left of it.
  }
}

/** Starts a program that nobody minds, and waits until it can be used. */
export async function startAlone(program) {
  const child = program.spawn()
  child.on('error', () => {})
  try {
    await program.ready(child)
  } catch (error) {
    await endChild(child, program)
    throw error
  }
  return child
}

/**
 * Starts programs and starts again whichever ends, after a pause that grows, until one has ended too often; then
 * `giveUp` is told why. `note` hears of each that begins.
 */
export class Minder {
  #kept = []
  #isEnding = false
  #ended = null

  /**
   * @param {{ giveUp: (trouble: Trouble) => void, note?: (name: string, child: { pid?: number }) => void,
   *   tell?: (line: string) => void, now?: () => number, pause?: (ms: number) => Promise<unknown> }} options
   */
  constructor({ giveUp, note = () => {}, tell = say, now = Date.now, pause = sleep }) {
    Object.assign(this, { giveUp, note, tell, now, pause })
  }

  /** Starts a program; from when it can be used on it is minded. Throws what kept its first start. */
  async keep(program) {
    if (this.#isEnding) throw new Trouble(`${program.name} is not started any more.`, 'Start again.')
    const kept = { program, child: null, deaths: [], isMinded: false, isUsable: false }
    this.#kept.push(kept)
    this.#begin(kept)
    await program.ready(kept.child)
    kept.isUsable = true
    kept.isMinded = true
    if (program.isWell) void this.#watch(kept)
    if (hasEnded(kept.child)) void this.#died(kept)
  }

  async #watch(kept) {
    const { program } = kept
    for (let ill = 0; !this.#isEnding; await this.pause(LOOK_MS)) {
      const { child, isUsable } = kept
      if (hasEnded(child) || !isUsable || (await program.isWell())) {
        ill = 0
        continue
      }
      ill += LOOK_MS
      if (ill < ILL_MS || this.#isEnding) continue
      ill = 0
      this.tell(`${program.name} runs and does not do its work`)
      killGroup(child.pid)
    }
  }

  #begin(kept) {
    const child = kept.program.spawn()
    kept.child = child
    kept.isUsable = false
    // That it could not be started shows in its missing number.
    child.on('error', () => hasEnded(child) && kept.isMinded && void this.#died(kept))
    child.once('exit', () => kept.isMinded && void this.#died(kept))
    if (child.pid !== undefined) this.note(kept.program.name, child)
  }

  async #died(kept) {
    if (this.#isEnding) return
    const { program, child } = kept
    killGroup(child.pid)
    const began = this.now()
    kept.deaths = [...kept.deaths.filter(at => began - at < WINDOW_MS), began]
    const times = kept.deaths.length
    if (times >= MOST_DEATHS)
      return this.giveUp(new Trouble(`${program.name} ended ${times} times within a minute.`, 'Read the lines above.'))
    this.tell(`${program.name} ended ${endingOf(child)}: it is started again`)
    await this.pause(Math.min(PAUSE_MS * 2 ** (times - 1), LONGEST_PAUSE_MS))
    if (this.#isEnding) return
    this.#begin(kept)
    const next = kept.child
    try {
      await program.ready(next)
      kept.isUsable = true
      this.tell(`${program.name} is there again, ${((this.now() - began) / 1000).toFixed(1)} s after it ended`)
    } catch (error) {
      // One that ended is started once more; of one that runs and does not answer, people should know.
      if (!this.#isEnding && !hasEnded(next)) this.tell(error.message)
    }
  }

  /** Process numbers of what runs now, by name. */
  running() {
    return new Map(this.#kept.filter(({ child }) => !hasEnded(child)).map(each => [each.program.name, each.child.pid]))
  }

  /** Ends all, the last first. Asked for again it kills all at once. */
  end() {
    if (this.#isEnding) for (const { child } of this.#kept) if (!hasEnded(child)) killGroup(child.pid)
    this.#isEnding = true
    return (this.#ended ??= this.#endInOrder())
  }

  async #endInOrder() {
    for (const { program, child } of [...this.#kept].reverse()) await endChild(child, program)
  }
}
