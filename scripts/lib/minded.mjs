import { endInOrder } from './endings.mjs'
import { Minder } from './minder.mjs'
import { takeFolder } from './orphans.mjs'

/**
 * Runs programs from a data folder of their own until this process is asked to end, or one of them ends too often.
 * `run` starts them with the minder that it is given; what it throws ends all.
 */
export async function runMinded(dataFolder, run) {
  const folder = await takeFolder(dataFolder)
  const minder = new Minder({ note: folder.note, giveUp: trouble => void fail(trouble) })
  const { end, isEnding } = endInOrder(() => minder.end().then(folder.leave))
  const fail = error => {
    if (isEnding()) return
    console.error(`\n${error.message}`)
    return end(1)
  }
  try {
    await run(minder)
  } catch (error) {
    await fail(error)
  }
}
