import { endRuns } from './run.mjs'
import { say } from './say.mjs'

/** Ctrl-C, a polite kill, and a terminal that was closed. */
const SIGNALS = ['SIGINT', 'SIGTERM', 'SIGHUP']

/**
 * Ends this process with all that `stop` ends, in order, when it is asked to. Asked again, `stop` is called again, and
 * hurries. Returns how to end it from here.
 * @param {() => Promise<unknown>} stop
 * @returns {{ end: (code: number) => Promise<void>, isEnding: () => boolean }}
 */
export function endInOrder(stop) {
  let isEnding = false
  const end = async code => {
    say(isEnding ? 'stopping at once' : 'stopping')
    isEnding = true
    endRuns()
    await stop()
    process.exit(code)
  }
  for (const signal of SIGNALS) process.on(signal, () => void end(0))
  return { end, isEnding: () => isEnding }
}
