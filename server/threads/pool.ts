import { availableParallelism } from 'node:os'
import { Piscina } from 'piscina'
import { Refused } from '../utils/refuse'
import { TASKS } from './tasks'

type Tasks = typeof TASKS
type Given<T extends keyof Tasks> = Parameters<Tasks[T]>[0]

/** So many bytes are read here: to hand them over would take longer. */
const FEW_BYTES = 16_000
/** One processor is left for the server itself. */
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1))
const MOST_WAITING = 200
const MEGABYTES = 512
const IDLE_MS = 60_000

let pool: Piscina | null = null

/** @param filename the bundle of `thread.worker.ts` */
export function openThreads(filename: string): void {
  pool ??= new Piscina({
    filename,
    minThreads: 1,
    maxThreads: THREADS,
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MEGABYTES },
  })
}

/** Large bodies that wait for a thread. */
export const waitingTasks = (): number => pool?.queueSize ?? 0

export async function closeThreads(): Promise<void> {
  await pool?.destroy()
  pool = null
}

/**
 * Does a task, in a thread when there is much to do. @param bytes how much is given
 *
 * Throws Refused `busy` when too much waits already, or `malformed` when it takes more memory than a thread has.
 */
export async function inThread<T extends keyof Tasks>(
  task: T,
  given: Given<T>,
  bytes: number,
): Promise<Awaited<ReturnType<Tasks[T]>>> {
  if (!pool || bytes < FEW_BYTES) return (await TASKS[task](given as never)) as Awaited<ReturnType<Tasks[T]>>
  if (pool.queueSize >= MOST_WAITING)
    throw new Refused('busy', 'Very much is sent just now.', 'It is sent again in a moment; your work is kept here.')
  try {
    return (await pool.run({ task, given })) as Awaited<ReturnType<Tasks[T]>>
  } catch (error) {
    if ((error as { code?: string }).code !== 'ERR_WORKER_OUT_OF_MEMORY') throw error
    throw new Refused('malformed', 'What was sent takes more memory than there is.', 'Send less of it.')
  }
}
