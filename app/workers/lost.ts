/** A worker that was not loaded, or broke off. */
export class WorkerLost extends Error {
  override readonly name = 'WorkerLost'
  readonly fix = 'Check the connection and load the page again. What was drawn is kept.'

  constructor() {
    super('A part of the program did not load, or broke off.')
  }
}

/**
 * Rejects with {@link WorkerLost} once a worker can't be loaded or breaks off: whoever waits for its answer would wait
 * for ever. To be asked for as soon as there is the worker, which may be lost before anyone waits.
 */
export function whenLost(worker: Pick<Worker, 'addEventListener'>): Promise<never> {
  const lost = new Promise<never>((_, reject) =>
    worker.addEventListener('error', () => reject(new WorkerLost()), { once: true }),
  )
  lost.catch(() => {})
  return lost
}
