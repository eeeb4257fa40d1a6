import { say } from './say.mjs'

/**
 * Runs steps side by side, each as soon as those that it waits for have ended, and says after each what is left.
 * When one fails none is begun any more; what runs is waited for, so that nothing is left behind, and the failure is
 * thrown.
 * @param {Record<string, { after?: string[], run: () => unknown }>} steps by the name that is said
 * @returns {Promise<Record<string, unknown>>} what each gave
 */
export async function runSteps(steps, { tell = say, now = Date.now } = {}) {
  const names = Object.keys(steps)
  for (const name of names)
    for (const other of steps[name].after ?? [])
      if (!steps[other]) throw new Error(`"${name}" waits for "${other}", which is no step`)
  const left = new Set(names)
  const results = {}
  const running = new Map()
  let failure = null
  const begin = (name, under = []) => {
    if (under.includes(name)) throw new Error(`steps wait for one another: ${[...under, name].join(' → ')}`)
    if (!running.has(name)) running.set(name, go(name, [...under, name]))
    return running.get(name)
  }
  const go = async (name, under) => {
    await Promise.all((steps[name].after ?? []).map(other => begin(other, under)))
    if (failure) throw failure.error
    const began = now()
    try {
      results[name] = await steps[name].run()
    } catch (error) {
      failure ??= { error }
      throw error
    }
    left.delete(name)
    const seconds = Math.round((now() - began) / 1000)
    // What takes no time is not worth a line.
    if (seconds >= 1) tell(`${name}: ${seconds} s${left.size ? `; left: ${[...left].join(', ')}` : ''}`)
  }
  const ended = await Promise.allSettled(names.map(name => begin(name)))
  const rejected = ended.find(each => each.status === 'rejected')
  if (rejected) throw failure ? failure.error : rejected.reason
  return results
}
