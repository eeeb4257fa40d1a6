import { Keeper } from './keeper'
import type { Log } from './shelf'

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

/** What is kept of a person's drawings. */
export async function logsOf(person: number | null): Promise<Log[]> {
  const cards = (await onShelf(keeper => keeper.cards())) ?? []
  return cards.map(each => each.log).filter(log => log.person === person)
}
