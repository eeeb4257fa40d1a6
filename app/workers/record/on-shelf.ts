import { Keeper } from './keeper'

/** Does something with what this browser keeps of records; undefined: it keeps nothing. */
export async function onShelf<T>(work: (keeper: Keeper) => Promise<T>): Promise<T | undefined> {
  try {
    const keeper = await Keeper.open()
    try {
      return await work(keeper)
    } finally {
      keeper.close()
    }
  } catch {
    return undefined
  }
}
