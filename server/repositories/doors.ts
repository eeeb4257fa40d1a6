import { command, inTransaction, question } from './database'

/** A place where tries are counted: it holds `room` of them, and one drains away every `everyMs`. */
export interface Door {
  readonly name: string
  readonly room: number
  readonly everyMs: number
}

/**
 * Takes a try at each of the doors, or at none. All processes count in the same rows, by the clock of the database, one
 * after the other. Returns how long to wait until there is room again, ms; 0: the tries were taken.
 */
export function takeTry(doors: readonly Door[]): Promise<number> {
  // Always in the same order: two who lock the same doors never wait for one another.
  const ordered = [...doors].sort((a, b) => (a.name < b.name ? -1 : 1))
  return inTransaction(async tx => {
    let waitMs = 0
    for (const { name, room, everyMs } of ordered) {
      await command(
        `INSERT INTO doors (name, used, at) VALUES (:name, 0, NOW(3))
         ON DUPLICATE KEY UPDATE used = ${DRAINED}, at = NOW(3)`,
        { name, everyMs },
        tx,
      )
      const [door] = await question<{ used: number }>('SELECT used FROM doors WHERE name = :name', { name }, tx)
      waitMs = Math.max(waitMs, (door!.used + 1 - room) * everyMs)
    }
    if (waitMs <= 0)
      await command('UPDATE doors SET used = used + 1 WHERE name IN (:names)', { names: namesOf(ordered) }, tx)
    return Math.max(Math.ceil(waitMs), 0)
  })
}

const DRAINED = 'GREATEST(0, used - TIMESTAMPDIFF(MICROSECOND, at, NOW(3)) / 1000 / :everyMs)'

/** Gives the tries back: they were right. */
export async function giveBackTry(doors: readonly Door[]): Promise<void> {
  await command('UPDATE doors SET used = GREATEST(0, used - 1) WHERE name IN (:names)', { names: namesOf(doors) })
}

/** Forgets all that was tried at a door, wherever from. */
export async function forgetDoor(name: string): Promise<void> {
  await command('DELETE FROM doors WHERE name = :name OR name LIKE :from', { name, from: `${name} from %` })
}

/** Forgets doors at which nobody was for so long that they have drained. */
export async function forgetOldDoors(): Promise<void> {
  await command('DELETE FROM doors WHERE at < NOW(3) - INTERVAL 60 DAY', {})
}

const namesOf = (doors: readonly Door[]) => doors.map(({ name }) => name)
